# SPDX-FileCopyrightText: 2026 The Steady Pin authors
# SPDX-License-Identifier: GPL-3.0-or-later
# Shared by demo, check and scripts/screenshots.

# quietly NAME COMMAND...: shows the output only when the command fails.
quietly() {
    local name=$1 log
    shift
    log=$(mktemp)
    if ! "$@" >"$log" 2>&1; then
        tail -n 60 "$log" >&2
        echo "$name failed; all of its output is in $log" >&2
        exit 1
    fi
    rm -f "$log"
}

# A screen of 1280 × 800 without a display, for pictures and tests.
offscreen() { export QT_QPA_PLATFORM="offscreen:configfile=$top/scripts/screen.json"; }
