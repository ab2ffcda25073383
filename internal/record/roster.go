package record

// Pupil is a student on a course's roster. Name is by which submissions are kept.
type Pupil struct {
	Name     string `json:"name" db:"name" description:"Short name, by which submissions are kept."`
	FullName string `json:"full_name" db:"full_name"`
	Number   string `json:"number" db:"number" description:"The school's number of the student; may be empty."`
	Mail     string `json:"mail" db:"mail"`
	Login    string `json:"login" db:"login" description:"Of the account that acts for the student; empty without one."`
	Chosen   bool   `json:"chosen" db:"chosen" description:"The account has a password."`
	HandedIn int    `json:"handed_in" db:"handed_in" description:"How many assignments the student has handed something in for."`
}

// RosterImport is what a roster's file would change, or has changed.
type RosterImport struct {
	Kept      bool      `json:"kept" description:"The changes were made; else they are a preview."`
	Read      string    `json:"read" description:"How the file was read: its form, encoding and columns."`
	Added     []Pupil   `json:"added"`
	Changed   []Pupil   `json:"changed"`
	Unchanged int       `json:"unchanged"`
	Missing   []Pupil   `json:"missing" description:"On the roster and not in the file; they stay."`
	Problems  []Skipped `json:"problems" description:"Rows that were not taken, with their line and why."`
}
