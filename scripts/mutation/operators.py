# SPDX-FileCopyrightText: 2026 The Steady Pin authors
# SPDX-License-Identifier: GPL-3.0-or-later
"""Small faults that somebody could have written: what may be changed in a file, and into what.

Each operator is a function (tokens, index, enums) -> list of (first token, last token, replacement); the operators
know C++ but nothing of this program, so that no test can be written for them.
"""
import re

OPEN, CLOSE = "([{", ")]}"
ENDS_A_TERM = {"+", "-", ";", ",", "?", ":", "&&", "||", "<", ">", "<=", ">=", "==", "!=", "=", "<<", ">>"}
STATEMENT_BEGINS = {";", "{", "}"}
NOT_A_STATEMENT = {"return", "auto", "const", "using", "if", "for", "while", "switch", "case", "default", "break", "else",
                   "continue", "namespace", "struct", "class", "enum", "template", "static", "constexpr", "do", "throw",
                   "public", "private", "protected", "friend", "typedef", "inline", "explicit", "virtual", "operator"}


def text_at(tokens, i):
    return tokens[i].text if 0 <= i < len(tokens) else ""


def matching(tokens, i):
    """Index of the bracket that closes the one at i."""
    depth = 0
    for k in range(i, len(tokens)):
        if tokens[k].text in OPEN:
            depth += 1
        elif tokens[k].text in CLOSE:
            depth -= 1
            if depth == 0:
                return k
    return None


def end_of_term(tokens, i, ends):
    """Index of the last token of the term that begins at i."""
    depth = 0
    for k in range(i, len(tokens)):
        t = tokens[k].text
        if t in OPEN:
            depth += 1
        elif t in CLOSE:
            if depth == 0:
                return k - 1
            depth -= 1
        elif depth == 0 and t in ends and k > i:
            return k - 1
    return None


def exchange(pairs, spaced=True):
    both = {**pairs}

    def operator(tokens, i, _):
        t = tokens[i]
        if t.text not in both or (spaced and not t.spaced()):
            return []
        return [(i, i, to) for to in both[t.text]]

    return operator


arithmetic = exchange({"+": ["-"], "-": ["+"], "*": ["/"], "/": ["*"], "+=": ["-="], "-=": ["+="], "*=": ["/="], "/=": ["*="],
                       "%": ["*"]})
comparison = exchange({"<": [">"], ">": ["<"], "<=": [">="], ">=": ["<="], "==": ["!="], "!=": ["=="]})
boundary = exchange({"<": ["<="], "<=": ["<"], ">": [">="], ">=": [">"]})
logic = exchange({"&&": ["||"], "||": ["&&"]})


def counting(tokens, i, _):
    return [(i, i, {"++": "--", "--": "++"}[tokens[i].text])] if tokens[i].text in ("++", "--") else []


def sign(tokens, i, _):
    """A minus in front of a value is lost."""
    before = text_at(tokens, i - 1)
    if tokens[i].text != "-" or tokens[i].spaced():
        return []
    return [(i, i, "")] if before in {"(", "[", "{", ",", "=", "return", "?", ":", "*", "/", "+", "<", ">", "<=", ">="} else []


def negation(tokens, i, _):
    return [(i, i, "")] if tokens[i].text == "!" else []


def extremes(tokens, i, _):
    other = {"min": "max", "max": "min", "lower_bound": "upper_bound", "upper_bound": "lower_bound", "floor": "ceil",
             "ceil": "floor", "all_of": "any_of", "any_of": "all_of", "front": "back", "back": "front"}
    t = tokens[i].text
    return [(i, i, other[t])] if t in other and text_at(tokens, i + 1) == "(" else []


def constant(tokens, i, _):
    t = tokens[i]
    if t.kind != "numeric_constant":
        return {"true": [(i, i, "false")], "false": [(i, i, "true")]}.get(t.text, [])
    if re.fullmatch(r"\d+", t.text):
        n = int(t.text)
        return [(i, i, "1")] if n == 0 else [(i, i, str(n + 1)), (i, i, str(n - 1))]
    plain = t.text.replace("'", "")
    if plain.startswith("0x") or float(plain.rstrip("uUlLfF")) < 1e-6:
        return []  # bits to be mixed, a guard against rounding: no measures
    if re.fullmatch(r"\d+", plain):
        return [(i, i, str(int(plain) * 10))]
    return [(i, i, f"({t.text} * 10)"), (i, i, f"({t.text} / 2)")]


def magnitude(tokens, i, _):
    """abs is lost."""
    if tokens[i].text not in ("abs", "fabs") or text_at(tokens, i + 1) != "(":
        return []
    first = i - 2 if text_at(tokens, i - 1) == "::" else i
    return [(first, i, "")]


def dropped_term(tokens, i, _):
    """`+ b` or `- b` is left out."""
    if tokens[i].text not in ("+", "-") or not tokens[i].spaced():
        return []
    last = end_of_term(tokens, i + 1, ENDS_A_TERM)
    return [(i, last, "")] if last else []


def dropped_factor(tokens, i, _):
    """`* b` or `/ b` is left out: a unit's factor, a half."""
    if tokens[i].text not in ("*", "/") or not tokens[i].spaced():
        return []
    last = end_of_term(tokens, i + 1, ENDS_A_TERM | {"*", "/", "%"})
    return [(i, last, "")] if last else []


def dropped_guard(tokens, i, _):
    """A condition that never, or always, holds; or one part of it that is not asked."""
    if tokens[i].text == "if" and text_at(tokens, i + 1) == "(":
        close = matching(tokens, i + 1)
        first = i + 2
        for k in range(i + 2, close):
            if tokens[k].text == ";":
                first = k + 1
        return [(first, close - 1, "false"), (first, close - 1, "true")]
    if tokens[i].text in ("&&", "||") and tokens[i].spaced():
        last = end_of_term(tokens, i + 1, {";", ",", "?", ":", "&&", "||"})
        return [(i, last, "")] if last else []
    return []


def dropped_statement(tokens, i, _):
    """An expression statement is left out: a step, an assignment, a call."""
    if text_at(tokens, i - 1) not in STATEMENT_BEGINS or tokens[i].kind != "raw_identifier" or tokens[i].text in NOT_A_STATEMENT:
        return []
    k = i
    while text_at(tokens, k + 1) in ("::", ".", "->") and k + 2 < len(tokens):
        k += 2
    if text_at(tokens, k + 1) not in {"(", "=", "+=", "-=", "*=", "/=", "[", "++", "--"}:
        return []
    last = end_of_term(tokens, i, {";"})
    return [(i, last, "")] if last else []


AXES = [("x", "y"), ("y", "z"), ("X", "Y"), ("Y", "Z"), ("low", "high"), ("lower", "upper"), ("width", "depth")]


def axis(tokens, i, _):
    """X for Y, low for high."""
    t = tokens[i]
    if t.kind == "char_constant":
        inner = t.text[1:-1]
        for a, b in AXES[2:4]:
            if inner in (a, b):
                return [(i, i, f"'{b if inner == a else a}'")]
        return []
    if t.kind != "raw_identifier":
        return []
    parts = t.text.split("_")
    found = []
    for place, part in enumerate(parts):
        for a, b in AXES:
            if part in (a, b):
                other = parts[:]
                other[place] = b if part == a else a
                found.append((i, i, "_".join(other)))
    return found


def enumerator(tokens, i, enums):
    """Another value of the same enumeration."""
    if tokens[i].kind != "raw_identifier" or text_at(tokens, i + 1) != "::" or i + 2 >= len(tokens):
        return []
    values = enums.get(tokens[i].text, [])
    here = tokens[i + 2].text
    if here not in values or len(values) < 2:
        return []
    return [(i + 2, i + 2, values[(values.index(here) + 1) % len(values)])]


def exchanged_words(tokens, i, _):
    """The words of two neighbours in a table are exchanged: {E::A, "a"}, {E::B, "b"} or case E::A: return "a"."""
    def value_before(k):
        return text_at(tokens, k - 1) in (",", "return", "?", ":") and any(text_at(tokens, k - d) == "::" for d in (3, 4))

    if tokens[i].kind != "string_literal" or not value_before(i):
        return []
    for k in range(i + 1, min(i + 13, len(tokens))):
        if tokens[k].kind == "string_literal":
            if not value_before(k) or tokens[k].text == tokens[i].text:
                return []
            return [(i, k, (tokens[i].text, tokens[k].text))]
    return []


OPERATORS = [arithmetic, comparison, boundary, logic, counting, sign, negation, extremes, constant, magnitude, dropped_term,
             dropped_factor, dropped_guard, dropped_statement, axis, enumerator, exchanged_words]
NAMES = {arithmetic: "arithmetic", comparison: "comparison", boundary: "boundary", logic: "logic"}


def enums_of(sources):
    """name -> its enumerators, of every `enum class` in the texts."""
    found = {}
    for text in sources:
        for match in re.finditer(r"enum class (\w+)[^{;]*\{([^}]*)\}", text):
            body = re.sub(r"//[^\n]*", "", match[2])
            found[match[1]] = [v.split("=")[0].strip() for v in body.split(",") if v.strip()]
    return found


def sites_of(content, tokens, enums):
    """(operator, line, start byte, end byte, old text, new text) of every change that could be made."""
    found = []
    for i in range(len(tokens)):
        for operator in OPERATORS:
            for first, last, new in operator(tokens, i, enums):
                if last is None or last < first:
                    continue
                start, end = tokens[first].start, tokens[last].end
                old = content[start:end].decode()
                if isinstance(new, tuple):
                    between = content[tokens[first].end:tokens[last].start].decode()
                    new = new[1] + between + new[0]
                found.append((NAMES.get(operator) or operator.__name__, tokens[first].line, start, end, old, new))
    return found
