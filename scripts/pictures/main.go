// Command pictures takes pictures of the console's pages in Debian's Chromium: it signs in, and
// for each line PATH FILE [WIDTHxHEIGHT] [dark] of standard input opens the page and writes
// what it shows.
//
//	go run ./scripts/pictures http://127.0.0.1:8420 ida PASSWORD < pages
package main

import (
	"bufio"
	"context"
	"fmt"
	"log"
	"os"
	"strings"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

func main() {
	if err := run(os.Args[1], os.Args[2], os.Args[3]); err != nil {
		log.Fatal(err)
	}
}

func run(url, login, password string) error {
	dir, err := os.MkdirTemp("", "pictures-")
	if err != nil {
		return err
	}
	defer os.RemoveAll(dir)
	options := append(chromedp.DefaultExecAllocatorOptions[:],
		chromedp.ExecPath("/usr/bin/chromium"), chromedp.NoSandbox, chromedp.DisableGPU, chromedp.NoFirstRun,
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-background-networking", true),
		chromedp.Flag("disable-component-update", true), chromedp.Flag("disable-sync", true), chromedp.Flag("hide-scrollbars", true),
		chromedp.UserDataDir(dir))
	ctx, cancel := chromedp.NewExecAllocator(context.Background(), options...)
	defer cancel()
	ctx, cancel = chromedp.NewContext(ctx)
	defer cancel()
	if err := chromedp.Do(ctx, chromedp.Navigate(url), chromedp.WaitVisible(`input[type="password"]`),
		chromedp.SendKeys(`input[autocomplete="username"]`, login), chromedp.SendKeys(`input[type="password"]`, password+kb.Enter),
		chromedp.WaitVisible(`//button[.="Sign out"]`)); err != nil {
		return fmt.Errorf("sign in: %w", err)
	}
	for lines := bufio.NewScanner(os.Stdin); lines.Scan(); {
		words := strings.Fields(lines.Text())
		if len(words) < 2 {
			continue
		}
		if err := picture(ctx, url+words[0], words[1], words[2:]); err != nil {
			return fmt.Errorf("%s: %w", words[0], err)
		}
	}
	return nil
}

func picture(ctx context.Context, url, file string, how []string) error {
	width, height, look := int64(1280), int64(800), "light"
	for _, h := range how {
		if h == "dark" {
			look = h
		} else if _, err := fmt.Sscanf(h, "%dx%d", &width, &height); err != nil {
			return err
		}
	}
	if _, err := chromedp.Run(ctx, chromedp.Evaluate[string](fmt.Sprintf("localStorage.theme = %q", look))); err != nil {
		return err
	}
	view := chromedp.EmulateViewport(width, height)
	if err := chromedp.Do(ctx, view, chromedp.Navigate(url), chromedp.Sleep(1500*time.Millisecond)); err != nil {
		return err
	}
	for range 100 { // until nothing is on its way any more
		busy, err := chromedp.Run(ctx, chromedp.Evaluate[bool](`/(Loading|looking|Measuring) …/.test(document.body.innerText)`))
		if err != nil {
			return err
		}
		if !busy {
			break
		}
		if err := chromedp.Do(ctx, chromedp.Sleep(200*time.Millisecond)); err != nil {
			return err
		}
	}
	shot, err := chromedp.Run(ctx, chromedp.CaptureScreenshot())
	if err != nil {
		return err
	}
	return os.WriteFile(file, shot, 0o644)
}
