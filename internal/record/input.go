package record

// InputError says which part of what a teacher gave is wrong.
type InputError struct {
	Field string
	Err   error
}

func (e *InputError) Error() string { return e.Field + ": " + e.Err.Error() }

func (e *InputError) Unwrap() error { return e.Err }
