package servertest

import (
	"testing"

	"durchgang/internal/record"
)

// Member makes somebody a teacher or assistant of a course and returns a token.
func (s *Service) Member(t testing.TB, course, login string, role record.Role) string {
	t.Helper()
	i, err := s.Client.AddMember(t.Context(), course, record.Participant{Login: login, Role: role})
	if err != nil {
		t.Fatal(err)
	}
	return s.Welcome(t, i.Link, "")
}

// Pupil puts a student on a course's roster and returns a token.
func (s *Service) Pupil(t testing.TB, course, name string) string {
	t.Helper()
	if _, err := s.Client.SetPupil(t.Context(), course, record.Pupil{Name: name, FullName: name, Mail: name + "@school.example"}); err != nil {
		t.Fatal(err)
	}
	links, err := s.Client.InvitePupils(t.Context(), course, name)
	if err != nil || len(links) != 1 {
		t.Fatalf("%+v, %v", links, err)
	}
	return s.Welcome(t, links[0].Link, "")
}
