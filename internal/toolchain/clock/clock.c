// A clock for programs that wait: it is loaded before the C library, and all that a program sees of time, other than of
// the processor's, runs SPEED times as fast as it does, so that a wait takes a SPEEDth.
#define _GNU_SOURCE
#include <dlfcn.h>
#include <errno.h>
#include <poll.h>
#include <pthread.h>
#include <semaphore.h>
#include <signal.h>
#include <stdlib.h>
#include <sys/epoll.h>
#include <sys/time.h>
#include <time.h>

enum { SPEED = 50 };
typedef long long nanoseconds;
enum { SINCE_BOOT, SINCE_1970, KINDS };

static nanoseconds start[KINDS];
static int (*gettime)(clockid_t, struct timespec *);
static int (*cond_wait)(pthread_cond_t *, pthread_mutex_t *, const struct timespec *);
static int (*cond_wait_on)(pthread_cond_t *, pthread_mutex_t *, clockid_t, const struct timespec *);
static int (*semaphore_wait)(sem_t *, const struct timespec *);
static int (*semaphore_wait_on)(sem_t *, clockid_t, const struct timespec *);
static int (*mutex_wait)(pthread_mutex_t *, const struct timespec *);
static int (*sleep_on)(clockid_t, int, const struct timespec *, struct timespec *);
static int (*wait_epoll)(int, struct epoll_event *, int, int);
static int (*wait_epoll_masked)(int, struct epoll_event *, int, int, const sigset_t *);
static int (*wait_poll)(struct pollfd *, nfds_t, int);

static nanoseconds of(const struct timespec *t) { return t->tv_sec * 1000000000LL + t->tv_nsec; }

static struct timespec as(nanoseconds n) {
    struct timespec t = {n / 1000000000LL, n % 1000000000LL};
    return t;
}

static int kind(clockid_t clock) {
    switch (clock) {
    case CLOCK_MONOTONIC: case CLOCK_MONOTONIC_RAW: case CLOCK_MONOTONIC_COARSE: case CLOCK_BOOTTIME: return SINCE_BOOT;
    case CLOCK_REALTIME: case CLOCK_REALTIME_COARSE: return SINCE_1970;
    }
    return KINDS;
}

__attribute__((constructor)) static void begin(void) {
    if (gettime) return;
    gettime = dlsym(RTLD_NEXT, "clock_gettime");
    cond_wait = dlvsym(RTLD_NEXT, "pthread_cond_timedwait", "GLIBC_2.3.2"); // of amd64, beside an older one
    if (!cond_wait) cond_wait = dlsym(RTLD_NEXT, "pthread_cond_timedwait");
    cond_wait_on = dlsym(RTLD_NEXT, "pthread_cond_clockwait");
    semaphore_wait = dlsym(RTLD_NEXT, "sem_timedwait");
    semaphore_wait_on = dlsym(RTLD_NEXT, "sem_clockwait");
    mutex_wait = dlsym(RTLD_NEXT, "pthread_mutex_timedlock");
    sleep_on = dlsym(RTLD_NEXT, "clock_nanosleep");
    wait_epoll = dlsym(RTLD_NEXT, "epoll_wait");
    wait_epoll_masked = dlsym(RTLD_NEXT, "epoll_pwait");
    wait_poll = dlsym(RTLD_NEXT, "poll");
    struct timespec t;
    gettime(CLOCK_MONOTONIC, &t);
    start[SINCE_BOOT] = of(&t);
    gettime(CLOCK_REALTIME, &t);
    start[SINCE_1970] = of(&t);
}

static nanoseconds fast(int k, nanoseconds real) { return start[k] + (real - start[k]) * SPEED; }
static nanoseconds slow(int k, nanoseconds seen) { return start[k] + (seen - start[k]) / SPEED; }

int clock_gettime(clockid_t clock, struct timespec *t) {
    begin();
    int failed = gettime(clock, t);
    if (!failed && kind(clock) < KINDS) *t = as(fast(kind(clock), of(t)));
    return failed;
}

int gettimeofday(struct timeval *restrict t, void *restrict zone) {
    (void)zone;
    struct timespec now;
    clock_gettime(CLOCK_REALTIME, &now);
    t->tv_sec = now.tv_sec;
    t->tv_usec = now.tv_nsec / 1000;
    return 0;
}

time_t time(time_t *to) {
    struct timespec now;
    clock_gettime(CLOCK_REALTIME, &now);
    if (to) *to = now.tv_sec;
    return now.tv_sec;
}

int pthread_cond_timedwait(pthread_cond_t *restrict c, pthread_mutex_t *restrict m, const struct timespec *restrict until) {
    struct timespec boot, since;
    clock_gettime(CLOCK_MONOTONIC, &boot);
    clock_gettime(CLOCK_REALTIME, &since);
    int k = llabs(of(until) - of(&boot)) < llabs(of(until) - of(&since)) ? SINCE_BOOT : SINCE_1970;
    struct timespec real = as(slow(k, of(until)));
    return cond_wait(c, m, &real);
}

int pthread_cond_clockwait(pthread_cond_t *restrict c, pthread_mutex_t *restrict m, clockid_t clock, const struct timespec *restrict until) {
    begin();
    struct timespec real = *until;
    if (kind(clock) < KINDS) real = as(slow(kind(clock), of(until)));
    return cond_wait_on(c, m, clock, &real);
}

int sem_timedwait(sem_t *restrict s, const struct timespec *restrict until) {
    begin();
    struct timespec real = as(slow(SINCE_1970, of(until)));
    return semaphore_wait(s, &real);
}

int sem_clockwait(sem_t *restrict s, clockid_t clock, const struct timespec *restrict until) {
    begin();
    struct timespec real = *until;
    if (kind(clock) < KINDS) real = as(slow(kind(clock), of(until)));
    return semaphore_wait_on(s, clock, &real);
}

int pthread_mutex_timedlock(pthread_mutex_t *restrict m, const struct timespec *restrict until) {
    begin();
    struct timespec real = as(slow(SINCE_1970, of(until)));
    return mutex_wait(m, &real);
}

int clock_nanosleep(clockid_t clock, int flags, const struct timespec *request, struct timespec *left) {
    begin();
    struct timespec real = *request;
    if (kind(clock) < KINDS) real = flags & TIMER_ABSTIME ? as(slow(kind(clock), of(request))) : as(of(request) / SPEED);
    int failed = sleep_on(clock, flags, &real, left);
    if (failed && left && !(flags & TIMER_ABSTIME)) *left = as(of(left) * SPEED);
    return failed;
}

int nanosleep(const struct timespec *request, struct timespec *left) {
    int failed = clock_nanosleep(CLOCK_REALTIME, 0, request, left);
    if (failed) errno = failed;
    return failed ? -1 : 0;
}

static int shorter(int milliseconds) { return milliseconds <= 0 ? milliseconds : (milliseconds + SPEED - 1) / SPEED; }

int epoll_wait(int set, struct epoll_event *events, int most, int milliseconds) {
    begin();
    return wait_epoll(set, events, most, shorter(milliseconds));
}

int epoll_pwait(int set, struct epoll_event *events, int most, int milliseconds, const sigset_t *mask) {
    begin();
    return wait_epoll_masked(set, events, most, shorter(milliseconds), mask);
}

int poll(struct pollfd *files, nfds_t n, int milliseconds) {
    begin();
    return wait_poll(files, n, shorter(milliseconds));
}
