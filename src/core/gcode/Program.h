// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A parsed program: blocks without meaning. Expressions are postfix operations in one array, so that running allocates
// nothing.

#include "core/base/Finding.h"

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace steady::gcode {

enum class OpKind : std::uint8_t {
    Number,
    Parameter, // push; read the parameter whose number is on top
    Power,
    Times,
    Divide,
    Modulo,
    Plus,
    Minus,
    And,
    Or,
    Xor, // binary
    Equal,
    NotEqual,
    Greater,
    GreaterEqual,
    Less,
    LessEqual, // binary, 1 or 0
    Abs,
    Acos,
    Asin,
    Atan,
    Cos,
    Exp,
    Fix,
    Fup,
    Ln,
    Round,
    Sin,
    Sqrt,
    Tan
};

struct Op {
    OpKind kind;
    int column; ///< in the line's text, from 1
    double number = 0;
};

/// A range of Program::ops.
struct Expr {
    std::uint32_t first = 0, count = 0;
};

struct Word {
    char letter; ///< upper case
    int column;
    Expr value;
};

struct Setting {
    int column;
    Expr index, value;
};

enum class Flow : std::uint8_t { None, If, ElseIf, Else, EndIf };

struct Block {
    int line = 0; ///< from 1
    Flow flow = Flow::None;
    int flow_number = 0;
    int flow_column = 0;
    Expr condition;
    std::vector<Word> words;
    std::vector<Setting> settings;
    std::optional<std::string> message; ///< what (MSG, …) shows
    std::string comment;                ///< the last comment without brackets; empty for a message
    bool end_mark = false;              ///< a % line
};

enum class TokenKind : std::uint8_t {
    Text,
    Comment,
    Message,
    Word,
    Number,
    Parameter,
    Operator,
    Function,
    Flow,
    Error
};

/// For colouring: a stretch of a line in bytes.
struct Token {
    TokenKind kind;
    int begin, length;
};

struct Program {
    std::string text;
    std::vector<std::string> lines;
    std::vector<Block> blocks; ///< one a line
    std::vector<std::vector<Token>> tokens;
    std::vector<Op> ops;
    Findings findings; ///< what the text gets wrong; a program with findings is not run
    bool ok() const { return findings.empty(); }
};

inline constexpr int max_line_length = 256; // RS274/NGC

/// Never fails as a whole: each wrong line is a finding, the other lines are parsed.
Program parse(std::string_view text);

} // namespace steady::gcode
