package window

import (
	"context"
	_ "embed"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"time"

	"durchgang/internal/sandbox"
	"durchgang/internal/scratch"
)

// What is put beside a program, so that it tells what it writes in its windows.
var (
	//go:embed agent/Agent.java
	javaAgent []byte

	//go:embed agent/texts.c
	sdlTexts []byte

	//go:embed agent/texts.py
	pygameTexts []byte
)

// toolsPath is where they are in a box.
const toolsPath = "/run/durchgang"

// tools is a folder with what is put beside programs, made once; languages that are not here are left out.
var tools = sync.OnceValues(func() (string, error) {
	dir, err := scratch.Dir("window")
	if err != nil {
		return "", err
	}
	for name, data := range map[string][]byte{
		"Agent.java": javaAgent, "texts.c": sdlTexts, "sitecustomize.py": pygameTexts, "manifest": []byte("Premain-Class: Agent\n"),
	} {
		if err := os.WriteFile(filepath.Join(dir, name), data, 0o644); err != nil {
			return "", err
		}
	}
	for _, commands := range [][][]string{
		{{"javac", "--release", "11", "-d", "classes", "Agent.java"}, {"jar", "-c", "-f", "agent.jar", "-m", "manifest", "-C", "classes", "."}},
		{{"gcc", "-O2", "-w", "-shared", "-fPIC", "-o", "texts.so", "texts.c", "-ldl"}},
	} {
		for _, c := range commands {
			if _, err := exec.LookPath(c[0]); err != nil {
				break
			}
			ctx, cancel := context.WithTimeout(context.Background(), time.Minute)
			cmd := exec.CommandContext(ctx, c[0], c[1:]...)
			cmd.Dir = dir
			out, err := cmd.CombinedOutput()
			cancel()
			if err != nil {
				return "", fmt.Errorf("build what is put beside programs with windows: %w: %s", err, out)
			}
		}
	}
	return dir, nil
})

// beside puts the tools beside a program.
func beside(spec sandbox.Spec) (sandbox.Spec, error) {
	dir, err := tools()
	if err != nil {
		return spec, err
	}
	spec.Folders = append(spec.Folders[:len(spec.Folders):len(spec.Folders)], sandbox.Folder{Path: toolsPath, Host: dir})
	env := []string{"SDL_AUDIODRIVER=dummy", "SDL_VIDEO_CENTERED=0", "PYGAME_HIDE_SUPPORT_PROMPT=1", "PYTHONPATH=" + toolsPath}
	if _, err := os.Stat(filepath.Join(dir, "agent.jar")); err == nil {
		env = append(env, "JAVA_TOOL_OPTIONS=-javaagent:"+toolsPath+"/agent.jar")
	}
	if _, err := os.Stat(filepath.Join(dir, "texts.so")); err == nil {
		library := toolsPath + "/texts.so"
		for _, pair := range spec.Env {
			if others, is := strings.CutPrefix(pair, "LD_PRELOAD="); is {
				library += ":" + others
			}
		}
		env = append(env, "LD_PRELOAD="+library)
	}
	spec.Env = append(spec.Env[:len(spec.Env):len(spec.Env)], env...)
	spec.Shown = append(spec.Shown[:len(spec.Shown):len(spec.Shown)], "/etc/fonts")
	return spec, nil
}
