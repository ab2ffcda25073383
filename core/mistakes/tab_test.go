package mistakes_test
import ("testing";"time";"strings";"durchgang/core/games";"durchgang/core/mistake";"durchgang/core/mistakes";"os";"strconv")
func TestTab(t *testing.T) {
	mv,_ := strconv.Atoi(os.Getenv("MV")); gm,_ := strconv.Atoi(os.Getenv("GM"))
	for _, v := range strings.Fields(os.Getenv("V")) {
		r, err := games.All().Rules(v)
		if err!=nil {t.Fatal(err)}
		k := mistakes.For(r)
		st := time.Now()
		tab, err := k.Separate(k.Pairs(), mistake.Bounds{Moves:mv,Games:gm}, func(int,int){})
		if err!=nil {t.Fatal(err)}
		n := len(k.Mistakes)
		exact, far, same, total := 0,0,0,0
		name := func(i int) string { if i==n {return "ref"}; return k.Mistakes[i].Name }
		for i:=0;i<=n;i++ { for j:=0;j<i;j++ { f:=tab.Between(i,j); total++
			if f.Err==mistake.ErrSame {same++; t.Log("same", name(i),name(j))} else if f.Err!=nil {far++; t.Log("far", name(i),name(j))} else if f.Exact {exact++}
			if i==n && os.Getenv("VERB")!="" { t.Log(name(j), f.Exact, len(f.Steps), f.Setup, words(r, f.Steps)) }
		}}
		t.Logf("%s: %d mistakes %d pairs: exact %d far %d same %d in %v", v, n, total, exact, far, same, time.Since(st))
	}
}
