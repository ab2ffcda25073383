package server_test

import (
	"fmt"
	"io"
	"net/http"
	"os"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"durchgang/console"
	"durchgang/core/judge"
	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

// A page that is handed in is graded in a browser, and how it looked where it goes wrong is
// shown beside the reference and in the report, to those who may see it.
func TestPageIsShownWhereItGoesWrong(t *testing.T) {
	s := servertest.Start(t, console.Files())
	ctx := t.Context()
	if _, err := s.Client.CreateCourse(ctx, "evening", "Evening class", ""); err != nil {
		t.Fatal(err)
	}
	const suite = "game tic-tac-toe\ncriterion taken \"A taken cell is refused\"\n  points 2\n  claims taken kept\nscript \"twice\" public\n  b2 !b2 a1\nscript \"very fast\"\n  quick\n  b2 !b2\ncriterion again \"It goes on, or begins anew\"\n  points 1\n  claims again\nscript \"anew\"\n  b2 reload\n"
	if _, err := s.Client.CreateAssignment(ctx, record.Assignment{Course: "evening", Name: "clicks", Title: "To click on", Game: "tic-tac-toe", Channel: record.Page, Suite: suite}, client.Times{}); err != nil {
		t.Fatal(err)
	}
	files := map[string]string{}
	for _, name := range []string{"index.html", "game.js", "style.css"} {
		for student, page := range map[string]string{"ada": "ada-buttons", "dirk": "dirk-taken"} {
			text, err := os.ReadFile("../../demo/page/tic-tac-toe/" + page + "/" + name)
			if err != nil {
				t.Fatal(err)
			}
			files[student+"/"+name] = string(text)
		}
	}
	if _, err := s.Client.Import(ctx, "evening", "clicks", servertest.Archive(t, files), nil); err != nil {
		t.Fatal(err)
	}
	run, err := s.Client.StartRun(ctx, "evening", "clicks", false)
	if err == nil {
		run, err = s.Client.Watch(ctx, run.ID, func(record.Run) {})
	}
	if err != nil {
		t.Fatal(err)
	}
	m, err := s.Client.Matrix(ctx, run.ID)
	if err != nil || m.Rows[0].Points != m.Rows[0].Of || m.Rows[1].Points != 1_00 || m.Rows[1].Cells[0] != judge.Differs {
		t.Fatalf("%+v, %v", m.Rows, err)
	}
	wrong := m.Rows[1].Result
	e, err := s.Client.Evidence(ctx, wrong, 1)
	if err != nil || e.FirstDifference != 2 || e.Steps[2].Picture == "" || !strings.Contains(strings.Join(e.Steps[2].Outline, "\n"), `button "New game"`) {
		t.Fatalf("%+v, %v", e, err)
	}
	b := browser(t)
	signIn(t, b, s, "ida")
	script := fmt.Sprintf("/results/%d/scripts/1", wrong)
	do(t, b, "open the script", chromedp.Navigate(s.URL+script))
	until(t, b, "document.querySelector('img.page-picture')?.naturalWidth === 500")
	see(t, b, "clicks on b2")
	report, err := s.Client.StudentReport(ctx, wrong, "html")
	if err != nil || !strings.Contains(string(report), `src="data:image/jpeg;base64,`) || !strings.Contains(string(report), "clicks on b2") {
		t.Errorf("the report has no picture, %v", err)
	}
	address := fmt.Sprintf("%s/api/v1/results/%d/pictures/%s", s.URL, wrong, e.Steps[2].Picture)
	stranger, err := http.Get(address)
	if err != nil {
		t.Fatal(err)
	}
	defer stranger.Body.Close()
	if body, _ := io.ReadAll(stranger.Body); stranger.StatusCode != http.StatusUnauthorized {
		t.Errorf("a stranger gets %d: %.100s", stranger.StatusCode, body)
	}
}
