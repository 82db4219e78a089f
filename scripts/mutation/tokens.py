# SPDX-FileCopyrightText: 2026 The Steady Pin authors
# SPDX-License-Identifier: GPL-3.0-or-later
"""A C++ file as clang's raw tokens, without comments, blanks and preprocessor lines."""
import re
import subprocess

LOCATION = re.compile(rb"^(\w+) '.*?Loc=<[^>]*:(\d+):(\d+)>$", re.M | re.S)


class Token:
    """One token: kind as clang names it, its text, the bytes start..end of the file."""

    __slots__ = ("kind", "text", "start", "end", "line", "blank_before", "blank_after")

    def __init__(self, kind, text, start, end, line):
        self.kind, self.text, self.start, self.end, self.line = kind, text, start, end, line
        self.blank_before = self.blank_after = False

    def spaced(self):
        """Written with a blank on both sides, as the formatter writes binary operators and never template brackets."""
        return self.blank_before and self.blank_after


def tokens_of(path, content):
    dump = subprocess.run(["clang", "-fsyntax-only", "-x", "c++", "-std=c++20", "-Xclang", "-dump-raw-tokens", str(path)],
                          capture_output=True, check=True).stderr
    line_starts = [0] + [m.end() for m in re.finditer(rb"\n", content)]
    found = []
    for match in LOCATION.finditer(dump):
        kind, line, column = match[1].decode(), int(match[2]), int(match[3])
        found.append((kind, line_starts[line - 1] + column - 1, line))
    result, blank, directive = [], True, None
    for (kind, start, line), following in zip(found, found[1:] + [("eof", len(content), 0)]):
        if kind == "eof":
            break
        text = content[start:following[1]].decode()
        if kind == "hash":
            directive = line
        if kind in ("unknown", "comment"):
            blank = True
            if result:
                result[-1].blank_after = True
            continue
        if line != directive:
            token = Token(kind, text, start, start + len(text.encode()), line)
            token.blank_before = blank
            result.append(token)
        blank = False
    return result
