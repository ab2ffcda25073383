package game

// Stack makes rules R with changed steps S, as games that let mistakes change their steps
// do it. Each change makes steps from rules that have the right ones or, after another
// change, those that it made (under): so two changes are made at once. layer copies the
// rules with what lies under them, the zero value at first; use has a copy use the steps
// that came out last, so that one that is not changed uses those that are.
func Stack[R, S any](changes []func(R) S, layer func(under S) R, use func(R, S)) R {
	layers := make([]R, len(changes))
	var steps S
	for i, change := range changes {
		layers[i] = layer(steps)
		steps = change(layers[i])
	}
	for _, r := range layers {
		use(r, steps)
	}
	return layers[len(layers)-1]
}
