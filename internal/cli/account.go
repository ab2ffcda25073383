package cli

import (
	"bufio"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/url"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"time"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/spf13/cobra"
	"golang.org/x/term"

	"durchgang/internal/client"
	"durchgang/internal/record"
)

// tokenVariable gives a token for one command, in the place of the one that is kept.
const tokenVariable = "DURCHGANG_TOKEN"

// tokenDays is how long a token of sign-in is good for.
const tokenDays = 90

// keptToken is what sign-in keeps for a service.
type keptToken struct {
	ID     int64  `json:"id"`
	Secret string `json:"secret"`
	Device string `json:"device,omitempty"` // by which the service knows this command line; it stays after signing out
}

// tokenFile is where tokens are kept, by the address of the service.
func tokenFile() (string, error) {
	dir, err := os.UserConfigDir()
	if err != nil {
		return "", fmt.Errorf("find the folder for the token: %w; set %s", err, tokenVariable)
	}
	return filepath.Join(dir, "durchgang", "tokens.json"), nil
}

func keptTokens() map[string]keptToken {
	kept := map[string]keptToken{}
	name, err := tokenFile()
	if err != nil {
		return kept
	}
	data, err := os.ReadFile(name)
	if err == nil {
		_ = json.Unmarshal(data, &kept) // a file that cannot be read is as none: one signs in again
	}
	return kept
}

// tokenFor is the token to use with a service, empty without one.
func tokenFor(server string) string {
	if token := os.Getenv(tokenVariable); token != "" {
		return token
	}
	return keptTokens()[strings.TrimRight(server, "/")].Secret
}

// known is a client on this device, as the service knows it.
func known(server string) *client.Client {
	return client.New(server).On(keptTokens()[strings.TrimRight(server, "/")].Device)
}

// keepToken keeps a token for a service, or forgets it when its secret is empty.
func keepToken(server string, t keptToken) error {
	name, err := tokenFile()
	if err != nil {
		return err
	}
	kept := keptTokens()
	server = strings.TrimRight(server, "/")
	if t.Device == "" {
		t.Device = kept[server].Device
	}
	if kept[server] = t; t == (keptToken{}) {
		delete(kept, server)
	}
	data, err := json.MarshalIndent(kept, "", "  ")
	if err != nil {
		return err
	}
	if err := os.MkdirAll(filepath.Dir(name), 0o700); err != nil {
		return fmt.Errorf("keep the token: %w", err)
	}
	if err := os.WriteFile(name+".new", data, 0o600); err != nil {
		return fmt.Errorf("keep the token: %w", err)
	}
	return os.Rename(name+".new", name)
}

// secrets reads passwords: from a terminal without showing them, else one a line.
type secrets struct {
	c     *cobra.Command
	lines *bufio.Reader
}

func (s *secrets) read(prompt string) (string, error) {
	in := s.c.InOrStdin()
	if f, is := in.(*os.File); is && term.IsTerminal(int(f.Fd())) {
		fmt.Fprint(s.c.ErrOrStderr(), prompt)
		text, err := term.ReadPassword(int(f.Fd()))
		fmt.Fprintln(s.c.ErrOrStderr())
		return string(text), err
	}
	if s.lines == nil {
		s.lines = bufio.NewReader(in)
	}
	line, err := s.lines.ReadString('\n')
	if err != nil && line == "" {
		return "", &exitError{exitInput, errors.New("no password: type it, or give it as a line of standard input")}
	}
	return strings.TrimRight(line, "\r\n"), nil
}

// tokenName says on which machine a token is used.
func tokenName() string {
	host, err := os.Hostname()
	if err != nil {
		host = "this machine"
	}
	return "command line on " + host
}

func (o *options) signedIn(c *cobra.Command, by *client.Client, t record.Token, err error) error {
	if err == nil {
		err = keepToken(o.server, keptToken{t.ID, t.Secret, by.Device()})
	}
	t.Secret = ""
	return o.answer(c, t, err, func(w io.Writer) {
		fmt.Fprintf(w, "signed in at %s until %s\n", o.server, t.ExpiresAt.Local().Format("2 January 2006"))
	})
}

func signInCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "sign-in LOGIN", Short: "Sign in", Args: exactly("a LOGIN"),
		Long: `Sign in. The password is asked for, or read from standard input.
A token is kept, good for 90 days, in your configuration folder; ` + tokenVariable + ` is used in
its place where it is set.`,
		Example: "  durchgang sign-in ida\n  durchgang sign-in ida < password.txt",
		RunE: func(c *cobra.Command, args []string) error {
			password, err := (&secrets{c: c}).read("password: ")
			if err != nil {
				return err
			}
			by := known(o.server)
			t, err := by.SignIn(c.Context(), args[0], password, tokenName(), tokenDays)
			return o.signedIn(c, by, t, err)
		},
	}
}

func signOutCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "sign-out", Short: "Revoke the token of this command line and forget it", Args: exactly(), Example: "  durchgang sign-out",
		RunE: func(c *cobra.Command, _ []string) error {
			t := keptTokens()[strings.TrimRight(o.server, "/")]
			if t.Secret == "" {
				return &exitError{exitInput, fmt.Errorf("nobody is signed in at %s", o.server)}
			}
			err := client.New(o.server).As(t.Secret).DropToken(c.Context(), t.ID)
			var failed *client.Error
			if err != nil && !errors.As(err, &failed) {
				return err
			}
			err = keepToken(o.server, keptToken{})
			return o.answer(c, struct{}{}, err, func(w io.Writer) { fmt.Fprintln(w, "signed out") })
		},
	}
}

func welcomeCommand(o *options) *cobra.Command {
	var login, name string
	c := &cobra.Command{
		Use: "accept-invite LINK", Short: "Accept an invitation: choose a password, and sign in", Args: exactly("a LINK"),
		Long: `Choose a password with a link that was made for you, and sign in. The link that the service
prints when nobody has an account makes the first teacher, with --login and --name. The
password is asked for, or read from standard input.`,
		Example: "  durchgang accept-invite 'http://127.0.0.1:8420/accept-invite#GdV…' --login ida --name 'Ida Marling'",
		RunE: func(c *cobra.Command, args []string) error {
			link, err := url.Parse(args[0])
			if err != nil || link.Fragment == "" {
				return &exitError{
					exitInput,
					errors.New("this is not a link of Durchgang: it ends in /accept-invite# and a secret; put it in quotes"),
				}
			}
			if link.Host != "" {
				o.server = link.Scheme + "://" + link.Host
			}
			invited, err := client.New(o.server).Invited(c.Context(), link.Fragment)
			if err != nil {
				return err
			}
			if invited.Login == "" && login == "" {
				return &usageError{c, errors.New("this link makes the first teacher: say by which --login")}
			}
			s := &secrets{c: c}
			password, err := s.read("a new password: ")
			if err != nil {
				return err
			}
			by := known(o.server)
			t, err := by.Accept(c.Context(), link.Fragment, login, name, password, tokenName(), tokenDays)
			return o.signedIn(c, by, t, err)
		},
	}
	c.Flags().StringVar(&login, "login", "", "login of the first teacher")
	c.Flags().StringVar(&name, "name", "", "name of the first teacher")
	return c
}

func accountCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use: "account", Short: "Show the signed-in account; manage its tokens and password", Args: exactly(), Example: "  durchgang account\n  durchgang account token list",
		RunE: func(c *cobra.Command, _ []string) error {
			s, err := o.client().Session(c.Context())
			if err == nil && s.Person == nil {
				err = &exitError{exitInput, fmt.Errorf("nobody is signed in at %s: durchgang sign-in LOGIN", o.server)}
			}
			return o.answer(c, s.Person, err, func(w io.Writer) {
				fmt.Fprintf(w, "%s (%s) at %s\n", s.Person.Login, printable(s.Person.Name), o.server)
			})
		},
	}
	password := &cobra.Command{
		Use: "password", Short: "Change your password", Args: exactly(), Example: "  durchgang account password",
		RunE: func(c *cobra.Command, _ []string) error {
			s := &secrets{c: c}
			old, err := s.read("your password now: ")
			if err != nil {
				return err
			}
			next, err := s.read("the new one: ")
			if err != nil {
				return err
			}
			acting, err := o.client().Session(c.Context())
			if err != nil {
				return err
			}
			if err := o.client().ChangePassword(c.Context(), old, next); err != nil {
				return err
			}
			// The token of this command line has ended with the others.
			by := known(o.server)
			t, err := by.SignIn(c.Context(), acting.Person.Login, next, tokenName(), tokenDays)
			if err == nil {
				err = keepToken(o.server, keptToken{t.ID, t.Secret, by.Device()})
			}
			return o.answer(c, struct{}{}, err, func(w io.Writer) {
				fmt.Fprintln(w, "changed; your other tokens and your sessions in browsers have ended")
			})
		},
	}
	c.AddCommand(password, tokenCommand(o))
	return c
}

func tokenCommand(o *options) *cobra.Command {
	c := &cobra.Command{Use: "token", Short: "Tokens that let programs act for you", Example: "  durchgang account token list"}
	var days int
	create := &cobra.Command{
		Use: "create NAME", Short: "Create a token, and print its secret once", Args: exactly("a NAME"), Example: "  durchgang account token create 'nightly import' --days 30",
		RunE: func(c *cobra.Command, args []string) error {
			t, err := o.client().NewToken(c.Context(), args[0], days)
			return o.answer(c, t, err, func(w io.Writer) { fmt.Fprintln(w, t.Secret) })
		},
	}
	create.Flags().IntVar(&days, "days", tokenDays, "how long it is good for")
	list := &cobra.Command{
		Use: "list", Short: "List your tokens", Args: exactly(), Example: "  durchgang account token list",
		RunE: func(c *cobra.Command, _ []string) error {
			tokens, err := o.client().Tokens(c.Context())
			return o.answer(c, tokens, err, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"token", "name", "made", "good until", "last used"})
				for _, k := range tokens {
					used := "never"
					if k.UsedAt != nil {
						used = local(*k.UsedAt)
					}
					t.AppendRow(table.Row{k.ID, printable(k.Name), local(k.CreatedAt), local(k.ExpiresAt), used})
				}
				t.Render()
			})
		},
	}
	revoke := &cobra.Command{
		Use: "revoke NUMBER", Short: "Revoke a token", Args: exactly("the NUMBER of a token"), Example: "  durchgang account token revoke 3",
		RunE: func(c *cobra.Command, args []string) error {
			id, err := recordNumber(args[0], "a token; durchgang account token list lists them")
			if err != nil {
				return err
			}
			err = o.client().DropToken(c.Context(), id)
			return o.answer(c, struct{}{}, err, func(w io.Writer) { fmt.Fprintln(w, "revoked") })
		},
	}
	c.AddCommand(list, create, revoke)
	return c
}

// recordNumber reads the number of a record.
func recordNumber(text, what string) (int64, error) {
	id, err := strconv.ParseInt(text, 10, 32)
	if err != nil || id < 1 {
		return 0, &exitError{exitInput, fmt.Errorf("%q is not the ID of %s", text, what)}
	}
	return id, nil
}

// local writes a time as the clock on the wall here shows it.
func local(t time.Time) string { return t.Local().Format("2006-01-02 15:04") }

func (o *options) printInvitation(c *cobra.Command, i record.Invitation, err error) error {
	return o.answer(c, i, err, func(w io.Writer) {
		if i.Link == "" {
			fmt.Fprintf(w, "%s is in; %s\n", i.Login, withoutLink(i))
			return
		}
		fmt.Fprintf(
			w, "%s chooses a password here, until %s:\n  %s%s\n", i.Login, local(i.ExpiresAt), strings.TrimRight(o.server, "/"),
			i.Link,
		)
	})
}

// withoutLink says why there is no link for somebody.
func withoutLink(i record.Invitation) string {
	if i.Chosen {
		return "there is a password already"
	}
	return "no password yet: ask an administrator for the link"
}

func personCommand(o *options) *cobra.Command {
	c := &cobra.Command{Use: "person", Short: "Accounts, for administrators", Example: "  durchgang person add ben --name 'Ben Oster'"}
	var p record.Person
	add := &cobra.Command{
		Use: "add LOGIN", Short: "Add an account, and print its invitation link", Args: exactly("a LOGIN"), Example: "  durchgang person add ben --name 'Ben Oster'",
		RunE: func(c *cobra.Command, args []string) error {
			p.Login = args[0]
			i, err := o.client().AddPerson(c.Context(), p)
			return o.printInvitation(c, i, err)
		},
	}
	invite := &cobra.Command{
		Use: "invite LOGIN", Short: "Print a new invitation link, for example after a password was forgotten", Args: exactly("a LOGIN"), Example: "  durchgang person invite ben",
		RunE: func(c *cobra.Command, args []string) error {
			i, err := o.client().InvitePerson(c.Context(), args[0])
			return o.printInvitation(c, i, err)
		},
	}
	list := &cobra.Command{
		Use: "list", Short: "List the accounts", Args: exactly(), Example: "  durchgang person list",
		RunE: func(c *cobra.Command, _ []string) error {
			people, err := o.client().People(c.Context())
			return o.answer(c, people, err, func(w io.Writer) { printPeople(w, people) })
		},
	}
	change := &cobra.Command{
		Use: "change LOGIN", Short: "Change an account", Args: exactly("a LOGIN"), Example: "  durchgang person change ben --disabled",
		RunE: func(c *cobra.Command, args []string) error {
			people, err := o.client().People(c.Context())
			if err != nil {
				return err
			}
			for _, kept := range people {
				if kept.Login == args[0] {
					kept, err = o.client().SetPerson(c.Context(), changed(c, kept, p))
					return o.answer(c, kept, err, func(w io.Writer) { printPeople(w, []record.Person{kept}) })
				}
			}
			return &exitError{exitInput, fmt.Errorf("nobody has the login %q; durchgang person list lists them", args[0])}
		},
	}
	for _, with := range []*cobra.Command{add, change} {
		with.Flags().StringVar(&p.Name, "name", "", "what people call them")
		with.Flags().StringVar(&p.Mail, "mail", "", "mail address")
		with.Flags().BoolVar(&p.Admin, "admin", false, "administrator: people, courses, the audit log")
	}
	change.Flags().BoolVar(&p.Disabled, "disabled", false, "may not sign in")
	c.AddCommand(list, add, invite, change)
	return c
}

// changed is a kept account with what the flags say.
func changed(c *cobra.Command, kept, p record.Person) record.Person {
	for name, set := range map[string]func(){
		"name": func() { kept.Name = p.Name }, "mail": func() { kept.Mail = p.Mail },
		"admin": func() { kept.Admin = p.Admin }, "disabled": func() { kept.Disabled = p.Disabled },
	} {
		if c.Flags().Changed(name) {
			set()
		}
	}
	return kept
}

func printPeople(w io.Writer, people []record.Person) {
	t := newTable(w)
	t.AppendHeader(table.Row{"login", "name", "mail", ""})
	for _, p := range people {
		var notes []string
		for _, note := range []struct {
			is   bool
			says string
		}{{p.Admin, "administrator"}, {!p.Chosen, "has not signed in"}, {p.Disabled, "disabled"}} {
			if note.is {
				notes = append(notes, note.says)
			}
		}
		t.AppendRow(table.Row{p.Login, printable(p.Name), p.Mail, strings.Join(notes, ", ")})
	}
	t.Render()
}

func memberCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use:     "member",
		Short:   "The people of a course",
		Example: "  durchgang member add evening-class ben --role assistant",
	}
	p := record.Participant{}
	var role string
	add := &cobra.Command{
		Use: "add COURSE LOGIN", Short: "Add a teacher or assistant to a course", Args: exactly("a COURSE", "a LOGIN"),
		Long:    "Make somebody a teacher or assistant of a course. Where nobody has the login, an account is\nmade; the link with which its password is chosen is printed for administrators.",
		Example: "  durchgang member add evening-class ben --role assistant --name 'Ben Oster'",
		RunE: func(c *cobra.Command, args []string) error {
			p.Login, p.Role = args[1], record.Role(role)
			i, err := o.client().AddMember(c.Context(), args[0], p)
			return o.printInvitation(c, i, err)
		},
	}
	add.Flags().StringVar(&role, "role", string(record.Assistant), "teacher or assistant")
	add.Flags().StringVar(&p.Name, "name", "", "name of a new account")
	add.Flags().StringVar(&p.Mail, "mail", "", "mail address of a new account")
	list := &cobra.Command{
		Use: "list COURSE", Short: "List the people of a course", Args: exactly("a COURSE"), Example: "  durchgang member list evening-class",
		RunE: func(c *cobra.Command, args []string) error {
			members, err := o.client().Members(c.Context(), args[0])
			return o.answer(c, members, err, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"login", "role", "name", "mail"})
				for _, m := range members {
					t.AppendRow(table.Row{m.Login, m.Role, printable(m.Name), m.Mail})
				}
				t.Render()
			})
		},
	}
	drop := &cobra.Command{
		Use: "drop COURSE LOGIN", Short: "Remove a person from a course; submissions are kept", Args: exactly("a COURSE", "a LOGIN"), Example: "  durchgang member drop evening-class ben",
		RunE: func(c *cobra.Command, args []string) error {
			err := o.client().DropMember(c.Context(), args[0], args[1])
			return o.answer(c, struct{}{}, err, func(w io.Writer) { fmt.Fprintf(w, "%s is not a member of %s\n", args[1], args[0]) })
		},
	}
	c.AddCommand(list, add, drop)
	return c
}

func trailCommand(o *options) *cobra.Command {
	var before int64
	c := &cobra.Command{
		Use: "audit [COURSE]", Short: "Show the audit log, the newest entries first", Args: cobra.MaximumNArgs(1), Example: "  durchgang audit evening-class\n  durchgang audit --before 200 --json",
		RunE: func(c *cobra.Command, args []string) error {
			acts, err := o.client().AuditLog(c.Context(), strings.Join(args, ""), before)
			return o.answer(c, acts, err, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"act", "when", "who", "what", "about", "status"})
				for _, a := range acts {
					t.AppendRow(table.Row{a.ID, local(a.At), printable(a.Login), a.Says, printable(a.Subject), a.Status})
				}
				t.Render()
			})
		},
	}
	c.Flags().Int64Var(&before, "before", 0, "number of an act; those before it are listed")
	return c
}
