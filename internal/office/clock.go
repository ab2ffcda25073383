package office

import (
	"fmt"
	"time"

	"durchgang/internal/record"
)

// localForm is how a time on the course's clock is written.
const localForm = "2006-01-02T15:04"

// when reads a time: with an offset from UTC, or as the course's clock shows it. Empty is
// none. A time that the clock leaves out or shows twice, because it is put forward or back,
// is refused.
func when(field, text, zone string) (*time.Time, error) {
	if text == "" {
		return nil, nil
	}
	if t, err := time.Parse(time.RFC3339, text); err == nil {
		t = t.UTC()
		return &t, nil
	}
	location, err := time.LoadLocation(zone)
	if err != nil {
		return nil, fmt.Errorf("the course's time zone: %w", err)
	}
	t, err := time.ParseInLocation(localForm, text, location)
	if err != nil {
		return nil, &record.InputError{
			Field: field,
			Err: fmt.Errorf(
				"%q is not a time; write 2026-11-30T18:00 on the course's clock, or with an offset 2026-11-30T18:00:00+01:00",
				text,
			),
		}
	}
	if t.Format(localForm) != text {
		return nil, &record.InputError{
			Field: field,
			Err:   fmt.Errorf("%s does not exist in %s, which is put forward then; choose another time", text, zone),
		}
	}
	for _, other := range []time.Time{t.Add(-time.Hour), t.Add(time.Hour)} {
		if other.Format(localForm) == text {
			first, second := min(t.Unix(), other.Unix()), max(t.Unix(), other.Unix())
			form := func(unix int64) string { return time.Unix(unix, 0).In(location).Format(time.RFC3339) }
			return nil, &record.InputError{
				Field: field,
				Err:   fmt.Errorf("%s is ambiguous in %s, which is put back then; write %s or %s", text, zone, form(first), form(second)),
			}
		}
	}
	t = t.UTC()
	return &t, nil
}

// onClock writes a time as a course's clock shows it.
func onClock(t time.Time, zone string) string {
	location, err := time.LoadLocation(zone)
	if err != nil {
		location = time.UTC
	}
	return t.In(location).Format("Mon 2 January 2006, 15:04 MST")
}
