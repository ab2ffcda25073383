package record

import "time"

// Person has an account.
type Person struct {
	ID        int64     `json:"id" db:"id"`
	Login     string    `json:"login" db:"login"`
	Name      string    `json:"name" db:"name"`
	Mail      string    `json:"mail" db:"mail"`
	Course    string    `json:"course,omitempty" db:"course" description:"The course that the account belongs to, whose teachers may make links for it; empty for an account of the whole service."`
	Admin     bool      `json:"admin" db:"admin" description:"An administrator: manages people, courses and workers, and reads the whole audit log."`
	Chosen    bool      `json:"chosen" db:"chosen" description:"A password was chosen, so that the person can sign in."`
	Disabled  bool      `json:"disabled" db:"disabled"`
	CreatedAt time.Time `json:"created_at" db:"created_at"`
}

// Role is what a person may do in a course.
type Role string

// The roles. Nobody is the role of who is not a member.
const (
	Nobody    Role = ""
	Student   Role = "student"
	Assistant Role = "assistant"
	Teacher   Role = "teacher"
)

// rank orders the roles.
var rank = map[Role]int{Nobody: 0, Student: 1, Assistant: 2, Teacher: 3}

// AtLeast reports whether the role may do what the other may.
func (r Role) AtLeast(other Role) bool { return rank[r] >= rank[other] }

// Participant is a person in a course.
type Participant struct {
	Login   string `json:"login" db:"login"`
	Name    string `json:"name" db:"name"`
	Mail    string `json:"mail" db:"mail"`
	Role    Role   `json:"role" db:"role" enum:"teacher,assistant,student"`
	Student string `json:"student" db:"student" description:"By which name a student's submissions are kept; empty for others."`
	Chosen  bool   `json:"chosen" db:"chosen" description:"A password was chosen."`
}

// Session is who is signed in, and what a page needs to act for them.
type Session struct {
	Person *Person `json:"person" description:"Nobody is signed in when it is null."`
	CSRF   string  `json:"csrf" description:"Goes into the header X-CSRF-Token of every request that changes something."`
	First  bool    `json:"first" description:"Nobody has an account yet; the service has printed a link for the first teacher."`
}

// Token lets a program act for a person. The secret is told once.
type Token struct {
	ID        int64      `json:"id" db:"id"`
	Name      string     `json:"name" db:"name"`
	Secret    string     `json:"secret,omitempty" db:"-" description:"Told when the token is made, and never again."`
	CreatedAt time.Time  `json:"created_at" db:"created_at"`
	ExpiresAt time.Time  `json:"expires_at" db:"expires_at"`
	UsedAt    *time.Time `json:"used_at" db:"used_at"`
}

// Invitation is a link with which a person chooses a password, once.
type Invitation struct {
	Login     string    `json:"login"`
	Name      string    `json:"name"`
	Link      string    `json:"link" description:"Path and fragment on this service; empty where none was made."`
	Chosen    bool      `json:"chosen" description:"A password was chosen already. Without a link and a password, an administrator makes the link."`
	ExpiresAt time.Time `json:"expires_at"`
}

// Act is something that somebody did.
type Act struct {
	ID      int64     `json:"id" db:"id"`
	At      time.Time `json:"at" db:"at"`
	Login   string    `json:"login" db:"login"`
	Address string    `json:"address" db:"address"`
	What    string    `json:"what" db:"what" description:"The endpoint's name."`
	Says    string    `json:"says" db:"-" description:"What that does, in words."`
	Course  string    `json:"course" db:"course"`
	Subject string    `json:"subject" db:"subject"`
	Status  int       `json:"status" db:"status" description:"Of the answer, as HTTP numbers it."`
	Request string    `json:"request" db:"request" description:"The request's id in the log."`
}
