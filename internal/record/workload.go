package record

import "time"

// Workload is who works, and what waits.
type Workload struct {
	Workers []Worker  `json:"workers"`
	Queue   []Waiting `json:"queue" description:"The runs that are not finished, the oldest first."`
}

// Worker is a process that grades.
type Worker struct {
	ID        string    `json:"id" db:"id" description:"Machine, process and start."`
	StartedAt time.Time `json:"started_at" db:"started_at"`
	Running   int       `json:"running" db:"running" description:"Submissions that it grades now."`
}

// Waiting is a run with what waits of it.
type Waiting struct {
	Course     string `json:"course" db:"course"`
	Assignment string `json:"assignment" db:"assignment"`
	Run        int64  `json:"run" db:"run"`
	Kind       Kind   `json:"kind" db:"kind" enum:"run,proposal,try"`
	Login      string `json:"login" db:"login"`
	Paused     bool   `json:"paused" db:"paused"`
	Queued     int    `json:"queued" db:"queued"`
	Running    int    `json:"running" db:"running"`
}
