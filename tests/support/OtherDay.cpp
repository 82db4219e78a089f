// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Loaded before a test program, it moves the clock of the machine: OTHER_DAY_S seconds later. What counts from a start
// (waiting, timeouts) goes on as ever. Asks the kernel itself, so that it gets on with the sanitizers.

#include <cstdlib>
#include <ctime>
#include <sys/syscall.h>
#include <sys/time.h>
#include <unistd.h>

namespace {

long later_s() {
    static long const seconds = [] {
        char const* said = std::getenv("OTHER_DAY_S");
        return said ? std::atol(said) : 0;
    }();
    return seconds;
}

} // namespace

extern "C" {

int clock_gettime(clockid_t clock, timespec* now) noexcept {
    long const done = ::syscall(SYS_clock_gettime, clock, now);
    if (done == 0 && (clock == CLOCK_REALTIME || clock == CLOCK_REALTIME_COARSE)) now->tv_sec += later_s();
    return static_cast<int>(done);
}

int gettimeofday(timeval* now, void*) noexcept {
    timespec at{};
    clock_gettime(CLOCK_REALTIME, &at);
    *now = {at.tv_sec, at.tv_nsec / 1000};
    return 0;
}

time_t time(time_t* into) noexcept {
    timespec at{};
    clock_gettime(CLOCK_REALTIME, &at);
    if (into) *into = at.tv_sec;
    return at.tv_sec;
}
}
