// Tells what text a program that uses SDL writes in its window, and where: TTF_Render* makes a picture of a text, which
// is then drawn on the window's surface or, as a texture, by a renderer. What is written in a frame is told when the
// frame is shown, on descriptor 3, where it is not what was told before: lines of x, y, width, height and text, and a
// line with a zero byte.
#define _GNU_SOURCE
#include <dlfcn.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <unistd.h>

typedef struct { int x, y, w, h; } Rect;
typedef struct { unsigned flags; void *format; int w, h, pitch; void *pixels; } Surface;

#define KNOWN 4096
#define LONGEST 256
static struct { const void *of; char text[LONGEST]; int w, h; } known[KNOWN];
static int next;
#define MOST 512
static struct { int x, y, w, h; char text[LONGEST]; } frame[MOST];
static int count;
static char told[65536];
static int size;

static void keep(const void *of, const char *text, int w, int h) {
  if (!of || !text) return;
  int i = 0;
  while (i < KNOWN && known[i].of != of) i++;
  if (i == KNOWN) i = next++ % KNOWN;
  known[i].of = of;
  known[i].w = w;
  known[i].h = h;
  strncpy(known[i].text, text, LONGEST - 1);
}

static int find(const void *of) {
  for (int i = 0; of && i < KNOWN; i++)
    if (known[i].of == of) return i;
  return -1;
}

static void forget(const void *of) {
  int i = find(of);
  if (i >= 0) known[i].of = 0;
}

static void put(int k, int x, int y, int w, int h) {
  // What is drawn over what was written before hides it.
  for (int i = 0; i < count; i++)
    if (frame[i].x == x && frame[i].y == y) { frame[i] = frame[--count]; break; }
  if (count == MOST) return;
  frame[count].x = x, frame[count].y = y, frame[count].w = w, frame[count].h = h;
  strcpy(frame[count++].text, known[k].text);
}

static void cover(int x, int y, int w, int h) {
  for (int i = 0; i < count;)
    if (frame[i].x + frame[i].w / 2 >= x && frame[i].x + frame[i].w / 2 < x + w && frame[i].y + frame[i].h / 2 >= y &&
        frame[i].y + frame[i].h / 2 < y + h)
      frame[i] = frame[--count];
    else
      i++;
}

static void tell(void) {
  if (!count && !size) return; // nothing is written, or by what texts.py tells of
  char line[65536];
  int n = 0;
  for (int i = 0; i < count && n < (int)sizeof line - 400; i++) {
    n += snprintf(line + n, sizeof line - n, "%d\t%d\t%d\t%d\t", frame[i].x, frame[i].y, frame[i].w, frame[i].h);
    for (const char *c = frame[i].text; *c; c++) line[n++] = *c == '\n' || *c == '\t' ? ' ' : *c;
    line[n++] = '\n';
  }
  line[n++] = 4;
  line[n++] = '\n';
  if (n == size && !memcmp(line, told, n)) return;
  memcpy(told, line, size = n);
  if (write(3, line, n) < 0) return;
}

// The library's own function. A module of Python has loaded it for itself alone, so that it does not follow ours.
static void *own(const char *name) {
  void *f = dlsym(RTLD_NEXT, name);
  if (f) return f;
  const char *file = strncmp(name, "TTF_", 4) ? "libSDL2-2.0.so.0" : "libSDL2_ttf-2.0.so.0";
  void *library = dlopen(file, RTLD_LAZY | RTLD_NOLOAD);
  return library ? dlsym(library, name) : 0;
}

#define REAL(name) \
  static __typeof__(name) *real; \
  if (!real) real = (__typeof__(name) *)own(#name);

// The ways to make a picture of a text; colours are four bytes, and are passed as they come.
#define RENDER(name, more, args) \
  Surface *name(void *font, const char *text, unsigned fg more) { \
    REAL(name) \
    Surface *s = real(font, text, fg args); \
    if (s) keep(s, text, s->w, s->h); \
    return s; \
  }
#define COMMA ,
RENDER(TTF_RenderText_Solid, , )
RENDER(TTF_RenderText_Blended, , )
RENDER(TTF_RenderUTF8_Solid, , )
RENDER(TTF_RenderUTF8_Blended, , )
RENDER(TTF_RenderText_Shaded, COMMA unsigned bg, COMMA bg)
RENDER(TTF_RenderUTF8_Shaded, COMMA unsigned bg, COMMA bg)
RENDER(TTF_RenderText_Blended_Wrapped, COMMA unsigned wrap, COMMA wrap)
RENDER(TTF_RenderUTF8_Blended_Wrapped, COMMA unsigned wrap, COMMA wrap)

static Surface *window;

Surface *SDL_GetWindowSurface(void *w) {
  REAL(SDL_GetWindowSurface)
  return window = real(w);
}

static int blit(Surface *from, const Rect *part, Surface *to, const Rect *at) {
  int k = find(from), x = at ? at->x : 0, y = at ? at->y : 0;
  if (to == window) {
    if (k >= 0) put(k, x, y, known[k].w, known[k].h);
    else cover(x, y, part ? part->w : from ? from->w : 0, part ? part->h : from ? from->h : 0);
  }
  return 0;
}

int SDL_UpperBlit(Surface *from, const Rect *part, Surface *to, Rect *at) {
  REAL(SDL_UpperBlit)
  blit(from, part, to, at);
  return real(from, part, to, at);
}

int SDL_LowerBlit(Surface *from, Rect *part, Surface *to, Rect *at) {
  REAL(SDL_LowerBlit)
  blit(from, part, to, at);
  return real(from, part, to, at);
}

int SDL_FillRect(Surface *to, const Rect *at, unsigned color) {
  REAL(SDL_FillRect)
  if (to == window) cover(at ? at->x : 0, at ? at->y : 0, at ? at->w : to->w, at ? at->h : to->h);
  return real(to, at, color);
}

void SDL_FreeSurface(Surface *s) {
  REAL(SDL_FreeSurface)
  forget(s);
  real(s);
}

int SDL_UpdateWindowSurface(void *w) {
  REAL(SDL_UpdateWindowSurface)
  int r = real(w);
  tell();
  return r;
}

int SDL_UpdateWindowSurfaceRects(void *w, const Rect *rects, int n) {
  REAL(SDL_UpdateWindowSurfaceRects)
  int r = real(w, rects, n);
  tell();
  return r;
}

void *SDL_CreateTextureFromSurface(void *renderer, Surface *s) {
  REAL(SDL_CreateTextureFromSurface)
  void *texture = real(renderer, s);
  int k = find(s);
  if (k >= 0) keep(texture, known[k].text, known[k].w, known[k].h);
  else forget(texture);
  return texture;
}

void SDL_DestroyTexture(void *texture) {
  REAL(SDL_DestroyTexture)
  forget(texture);
  real(texture);
}

int SDL_RenderClear(void *renderer) {
  REAL(SDL_RenderClear)
  count = 0;
  return real(renderer);
}

int SDL_RenderCopy(void *renderer, void *texture, const Rect *part, const Rect *at) {
  REAL(SDL_RenderCopy)
  int k = find(texture);
  if (k >= 0) put(k, at ? at->x : 0, at ? at->y : 0, at ? at->w : known[k].w, at ? at->h : known[k].h);
  else if (at) cover(at->x, at->y, at->w, at->h);
  return real(renderer, texture, part, at);
}

void SDL_RenderPresent(void *renderer) {
  REAL(SDL_RenderPresent)
  real(renderer);
  tell();
}
