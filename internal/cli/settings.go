package cli

import (
	"errors"
	"fmt"
	"io"
	"log/slog"
	"os"
	"runtime"
	"slices"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/spf13/cobra"

	"durchgang/core/document"
)

// setting is one thing that can be settled for the service: by a flag, else by a variable of
// the environment, else in the file, else as it is usual.
type setting struct {
	name     string // of the flag, and in the file
	usual    string
	says     string
	commands string // that know it
}

// variable is the setting's in the environment.
func (s setting) variable() string {
	return "DURCHGANG_" + strings.ToUpper(strings.ReplaceAll(s.name, "-", "_"))
}

// settings are all of them. docs/configuration.md is made from this table.
func settings() []setting {
	return []setting{
		{"listen", defaultListen, "address to answer on", "serve"},
		{
			"database", "", "address of a PostgreSQL database; empty for one that the service starts on loopback",
			"serve work backup restore",
		},
		{"data", defaultData(), "folder for the database that is started without --database", "serve backup restore"},
		{"workers", fmt.Sprint(runtime.NumCPU()), "submissions graded at the same time; 0 where only durchgang work grades", "serve work"},
		{"git-hosts", "", "machines from which students may hand in with git, with commas between; teachers may use any", "serve"},
		{"proxies", "", "addresses of proxies, with commas between, which are believed where requests are from", "serve"},
		{"log-level", "warn", "debug, info, warn or error; requests are logged at info", "serve work"},
		{"log-format", "text", "text, or json for other programs; on standard error", "serve work"},
	}
}

const configVariable = "DURCHGANG_CONFIG"

// addSettings gives a command its settings as flags.
func addSettings(c *cobra.Command) {
	c.Flags().String("config", os.Getenv(configVariable), "YAML file with settings; "+configVariable+" sets it too")
	for _, s := range settings() {
		if slices.Contains(strings.Fields(s.commands), c.Name()) {
			c.Flags().String(s.name, s.usual, s.says+"; "+s.variable()+" sets it too")
		}
	}
}

// settled finds a command's settings, and where each is from.
func settled(c *cobra.Command) (values, from map[string]string, err error) {
	values, from = map[string]string{}, map[string]string{}
	file, err := c.Flags().GetString("config")
	if err != nil {
		return nil, nil, err
	}
	kept := map[string]string{}
	if file != "" {
		if kept, err = readConfig(file); err != nil {
			return nil, nil, err
		}
	}
	for _, s := range settings() {
		f := c.Flags().Lookup(s.name)
		if f == nil {
			continue
		}
		values[s.name], from[s.name] = f.Value.String(), "usual"
		if text, is := kept[s.name]; is {
			values[s.name], from[s.name] = text, file
		}
		if text, is := os.LookupEnv(s.variable()); is {
			values[s.name], from[s.name] = text, s.variable()
		}
		if f.Changed {
			values[s.name], from[s.name] = f.Value.String(), "--"+s.name
		}
	}
	return values, from, nil
}

// readConfig reads a file with settings.
func readConfig(file string) (map[string]string, error) {
	data, err := os.ReadFile(file)
	if err != nil {
		return nil, &exitError{exitInput, fmt.Errorf("read the settings: %w", err)}
	}
	kept := map[string]any{}
	if err := document.Read(file, string(data), &kept); err != nil {
		return nil, &exitError{exitInput, err}
	}
	texts := map[string]string{}
	for name, value := range kept {
		if !slices.ContainsFunc(settings(), func(s setting) bool { return s.name == name }) {
			return nil, &exitError{
				exitInput,
				document.Fail(file, string(data), "$."+name, errors.New("there is no such setting; durchgang config lists them")),
			}
		}
		switch value.(type) {
		case string, uint64, int64, bool:
			texts[name] = fmt.Sprint(value)
		default:
			return nil, &exitError{exitInput, document.Fail(file, string(data), "$."+name, errors.New("a setting is one text or number"))}
		}
	}
	return texts, nil
}

// longestLogged is how much of a value stands in the log, in bytes.
const longestLogged = 4000

// logOf returns the log that the settings ask for.
func logOf(w io.Writer, values map[string]string) (*slog.Logger, error) {
	var level slog.Level
	if err := level.UnmarshalText([]byte(values["log-level"])); err != nil {
		return nil, &exitError{exitInput, fmt.Errorf("log-level is %q; it is debug, info, warn or error", values["log-level"])}
	}
	options := &slog.HandlerOptions{Level: level, ReplaceAttr: func(_ []string, a slog.Attr) slog.Attr {
		text := a.Value.String()
		if len(text) <= longestLogged {
			return a
		}
		return slog.String(a.Key, strings.ToValidUTF8(text[:longestLogged], "")+"…")
	}}
	switch values["log-format"] {
	case "text":
		return slog.New(slog.NewTextHandler(w, options)), nil
	case "json":
		return slog.New(slog.NewJSONHandler(w, options)), nil
	}
	return nil, &exitError{exitInput, fmt.Errorf("log-format is %q; it is text or json", values["log-format"])}
}

// settingRow is one setting as durchgang config shows it.
type settingRow struct {
	Name     string `json:"name"`
	Variable string `json:"variable"`
	Usual    string `json:"usual"`
	Value    string `json:"value"`
	From     string `json:"from"`
	Says     string `json:"says"`
	Commands string `json:"commands"`
}

func configCommand(o *options) *cobra.Command {
	var markdown bool
	c := &cobra.Command{
		Use: "config", Short: "Show the settings of the service, and where each comes from", Args: exactly(), Example: "  durchgang config\n  durchgang config --config /etc/durchgang.yaml --json",
		RunE: func(c *cobra.Command, _ []string) error {
			if markdown {
				_, err := fmt.Fprint(c.OutOrStdout(), SettingsPage())
				return err
			}
			values, from, err := settled(c)
			var rows []settingRow
			for _, s := range settings() {
				rows = append(rows, settingRow{s.name, s.variable(), s.usual, values[s.name], from[s.name], s.says, s.commands})
			}
			return o.answer(c, rows, err, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"setting", "is", "by", "meaning"})
				for _, r := range rows {
					t.AppendRow(table.Row{r.Name, hidePassword(r.Value), r.From, r.Says})
				}
				t.Render()
			})
		},
	}
	c.Flags().BoolVar(&markdown, "markdown", false, "print docs/configuration.md")
	c.Flags().String("config", os.Getenv(configVariable), "YAML file with settings")
	for _, s := range settings() {
		c.Flags().String(s.name, s.usual, s.says)
	}
	return c
}

// hidePassword leaves the password out of an address.
func hidePassword(text string) string {
	scheme, rest, found := strings.Cut(text, "://")
	user, host, with := strings.Cut(rest, "@")
	name, _, password := strings.Cut(user, ":")
	if !found || !with || !password {
		return text
	}
	return scheme + "://" + name + ":…@" + host
}

// SettingsPage is docs/configuration.md.
func SettingsPage() string {
	var b strings.Builder
	b.WriteString(`# Settings

A setting is found by the command's flag, else by the variable of the environment, else in the YAML
file that ` + "`--config`" + ` or ` + "`" + configVariable + "`" + ` names, else it is as usual. ` + "`durchgang config`" + ` shows what
each one is on a machine, and where that is from.

| flag and key | variable | usually | meaning | commands |
|---|---|---|---|---|
`)
	for _, s := range settings() {
		usual := s.usual
		switch s.name {
		case "workers":
			usual = "as many as processors"
		case "data":
			usual = "/var/lib/durchgang, or in the account's own folder"
		}
		fmt.Fprintf(&b, "| `%s` | `%s` | %s | %s | %s |\n", s.name, s.variable(), usual, s.says, strings.ReplaceAll(s.commands, " ", ", "))
	}
	b.WriteString(`
A file:

    listen: 127.0.0.1:8420
    database: postgres://durchgang@db.school.example/durchgang
    log-level: info
    log-format: json

The command line itself has ` + "`DURCHGANG_SERVER`" + `, the address of the service, and ` + "`DURCHGANG_TOKEN`" + `, a token in
the place of the one that ` + "`durchgang sign-in`" + ` keeps. The service speaks HTTP: put a proxy with TLS in front of
it where it is reached from other machines. Sessions need it, since their cookies are sent over TLS or
to the machine itself only.

[deploy/durchgang.service](../deploy/durchgang.service) and
[deploy/durchgang-worker.service](../deploy/durchgang-worker.service) are units for systemd.
`)
	return b.String()
}
