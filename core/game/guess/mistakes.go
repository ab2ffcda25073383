package guess

import (
	"fmt"

	"durchgang/core/game"
	"durchgang/core/mistake"
)

// Mistakes implements mistake.Source.
func (r *Rules) Mistakes() mistake.Known {
	c := &mistake.Changes[*Rules, Steps]{Rules: r}
	r.mistakenAnswers(c)
	if !r.counts {
		r.mistakenRefusals(c)
	}
	if r.tries > 0 {
		r.mistakenTries(c)
	}
	c.Wrapped("leaks-number", "leaks-number", "The number is on the screen before the end.", "Your program shows the number too early.",
		func(r *Rules) game.Rules { return leaksNumber{r} })
	c.Add("plays-on", "Guesses are accepted when the game is over.", "Your program lets the player guess on when the game is over.",
		func(r *Rules) Steps { return playsOn{r} })
	middle := r.low + (r.high-r.low)/2
	return c.Known([]game.Setup{hidden(middle), hidden(r.low), hidden(r.high)}, r.leads(middle))
}

// mistakenAnswers are mistakes in what is said of a guess.
func (r *Rules) mistakenAnswers(c *mistake.Changes[*Rules, Steps]) {
	const wrong = "Your program gives a wrong answer to some guesses."
	answer := func(name, teacher string, change func(right string) string) {
		c.Family("answers", name, teacher, wrong, func(r *Rules) Steps { return answers{r, change} })
	}
	answer("answers-swapped", "Higher and lower are swapped.", func(right string) string {
		if right == Higher {
			return Lower
		}
		return Higher
	})
	answer("answers-higher", "Each wrong guess is answered by higher.", func(string) string { return Higher })
	answer("answers-lower", "Each wrong guess is answered by lower.", func(string) string { return Lower })
	c.Family("near-right", "one-below-right", "A guess that is one too low wins.", "Your program takes a wrong number for the right one.",
		func(r *Rules) Steps { return near{r, -1} })
	c.Family("near-right", "one-above-right", "A guess that is one too high wins.", "Your program takes a wrong number for the right one.",
		func(r *Rules) Steps { return near{r, 1} })
	c.Add("never-right", "The number is never found.", "Your program does not see that the number was guessed.",
		func(r *Rules) Steps { return neverRight{r} })
	if r.high > 9 {
		c.Add("first-digit", "Of a number only the first digit is read.", "Your program reads only a part of the number that is typed.",
			func(r *Rules) Steps { return firstDigit{r} })
	}
}

// mistakenRefusals are mistakes in what is refused.
func (r *Rules) mistakenRefusals(c *mistake.Changes[*Rules, Steps]) {
	const accepts = "Your program accepts a number outside the range."
	low, high := fmt.Sprint(r.low-1), fmt.Sprint(r.high+1)
	c.Family("range", "range-low", "A guess below the least number, such as "+low+", is a guess like others.", accepts,
		func(r *Rules) Steps { return accepted{r, TooLow} })
	c.Family("range", "range-high", "A guess above the greatest number, such as "+high+", is a guess like others.", accepts,
		func(r *Rules) Steps { return accepted{r, TooHigh} })
	c.Family("range", "range-unchecked", "A guess outside the range is a guess like others.", accepts,
		func(r *Rules) Steps { return accepted{r, game.OutOfRange} })
	c.Family("range-off", "range-off-low", "The least number is refused.", "Your program refuses a number of the range.",
		func(r *Rules) Steps { return refusing{r, r.low, TooLow} })
	c.Family("range-off", "range-off-high", "The greatest number is refused.", "Your program refuses a number of the range.",
		func(r *Rules) Steps { return refusing{r, r.high, TooHigh} })
	if r.tries > 0 {
		c.Add("refused-costs", "A guess that is refused costs a try.", "Your program counts guesses that it has refused.",
			func(r *Rules) Steps { return refusedCosts{r, ""} })
	}
}

// mistakenTries are mistakes in how many guesses there are.
func (r *Rules) mistakenTries(c *mistake.Changes[*Rules, Steps]) {
	c.Family("tries", "tries-one-more", "There is one try more than there should be.", "Your program gives another number of tries.",
		func(r *Rules) Steps { return triesOff{r, 1} })
	if r.tries > 1 {
		c.Family("tries", "tries-one-less", "There is one try less than there should be.", "Your program gives another number of tries.",
			func(r *Rules) Steps { return triesOff{r, -1} })
	}
	c.Add("tries-uncounted", "Wrong guesses cost nothing.", "Your program does not count the guesses.",
		func(r *Rules) Steps { return uncounted{r} })
	c.Add("lost-late", "The game is lost with the first try after the last one.", "Your program does not end the game with the last try.",
		func(r *Rules) Steps { return lostAt{r, -1} })
	if r.tries > 1 {
		c.Add("lost-early", "The game is lost when one try is left.", "Your program ends the game although a try is left.",
			func(r *Rules) Steps { return lostAt{r, 1} })
	}
	c.Add("last-try-lost", "The number is not found with the last try: the game is lost all the same.",
		"Your program does not look at the last guess.", func(r *Rules) Steps { return lastTryLost{r} })
	c.Add("loss-wins", "A game that is lost is told to be won.", "Your program says that the game is won when it is lost.",
		func(r *Rules) Steps { return lossWins{r} })
	c.Add("stale-tries", "Another game begins with the tries that were left.", "Your program does not reset the tries for another game.",
		func(r *Rules) Steps { return staleTries{r} })
	c.Wrapped("never-told", "never-told", "The number is not told after a loss.", "Your program does not tell the number at the end.",
		func(r *Rules) game.Rules { return neverTold{r} })
}

// leads guess wrongly as long as there are tries.
func (r *Rules) leads(middle int) (leads []mistake.Lead) {
	for _, number := range []int{r.low, r.high} {
		lead := mistake.Lead{Setup: hidden(middle)}
		for range max(r.tries, 1) {
			lead.Moves = append(lead.Moves, move(number))
		}
		leads = append(leads, lead)
	}
	return leads
}
