package office

import (
	"context"
	"time"

	"durchgang/internal/record"
)

// Forgotten is what was deleted of a student.
type Forgotten struct {
	Student     string `json:"student"`
	Submissions int64  `json:"submissions"`
}

// Forget deletes all that is kept of a student of a course. There is no way back but a
// backup.
func (o *Office) Forget(ctx context.Context, course, student string) (Forgotten, error) {
	c, err := o.Course(ctx, course)
	if err != nil {
		return Forgotten{}, err
	}
	n, err := o.store.Forget(ctx, c, student, By(ctx).Admin)
	return Forgotten{student, n}, about(err, "student", student)
}

// expireEvery is how often what is not to be kept any longer is looked for.
const expireEvery = time.Hour

// KeepHouse deletes what students handed in once a course's time to keep it is over, until the
// context ends.
func (o *Office) KeepHouse(ctx context.Context) {
	tick := time.NewTicker(expireEvery)
	defer tick.Stop()
	for {
		if err := o.Expire(ctx); err != nil && ctx.Err() == nil {
			o.log.Warn("what is not to be kept could not be deleted", "error", err)
		}
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		}
	}
}

// Expire deletes what is not to be kept any longer, and notes it in the audit log.
func (o *Office) Expire(ctx context.Context) error {
	courses, err := o.store.Expire(ctx)
	for _, c := range courses {
		o.log.Info("deleted what students handed in, since the time to keep it is over", "course", c)
		if err := o.store.AddAct(ctx, record.Act{What: "expire", Course: c, Subject: "/courses/" + c, Status: 200}); err != nil {
			return err
		}
	}
	return err
}

// Counts tells how many submissions wait, how many are graded now, and by how many workers.
func (o *Office) Counts(ctx context.Context) (queued, running, workers int64, err error) {
	return o.store.Counts(ctx)
}
