// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A parsed program: blocks without meaning. What belongs to a block stands in lists of the program, so that a long text
// costs few allocations and running none; expressions are postfix operations.

#include "core/base/Finding.h"
#include "core/base/Result.h"
#include "core/gcode/Grammar.h"

#include <cstdint>
#include <span>
#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

namespace steady::gcode {

enum class OpKind : std::uint8_t {
    Number,
    Parameter, // push; read the parameter whose number is on top
    Named,     // push the named parameter whose slot is `number`
    Exists,    // whether the named parameter whose slot is `number` has a value
    Power,
    Times,
    Divide,
    Modulo,
    Plus,
    Minus,
    And,
    Or,
    Xor,
    BitAnd,
    BitOr,
    BitXor,
    Remainder, // with the sign of what is divided
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
    Tan,
    FixToZero,
    FupFromZero
};

struct Op {
    OpKind kind;
    int column; ///< in the line's text, from 1
    double number = 0;
};

/// A stretch of one of the program's lists, or of its text.
struct Range {
    std::uint32_t first = 0, count = 0;
    bool empty() const { return count == 0; }
};
/// A range of Program::ops.
using Expr = Range;

struct Word {
    char letter; ///< upper case
    int column;
    Expr value;
    bool pointless = false; ///< a written number without a decimal point
};

struct Setting {
    int column;
    Expr index, value;
    int name = -1; ///< slot of a named parameter; −1: numbered by `index`
};

enum class Flow : std::uint8_t {
    None,
    If,
    ElseIf,
    Else,
    EndIf,
    While,
    EndWhile,
    Do,
    Repeat,
    EndRepeat,
    Sub,
    EndSub,
    Call,
    Return,
    Break,
    Continue,
    Program, ///< O and its number, where a program begins
    GoTo,    ///< to the line whose number is the first argument, on the condition, if there is one
    IfThen   ///< the setting, on the condition
};
inline constexpr int first_named_label = 1'000'000; ///< O<name> counts from here
inline constexpr int max_arguments = 30;            ///< of a call, #1 to #30

struct Block {
    int line = 0; ///< from 1
    Flow flow = Flow::None;
    int flow_number = 0;
    int flow_column = 0;
    int label = -1;              ///< its N number; none: −1
    Expr condition;              ///< of IF, ELSEIF, WHILE; the count of REPEAT; the value of RETURN and ENDSUB, if any
    std::vector<Expr> arguments; ///< of a call; where a GOTO goes
    Range words, settings, tokens; ///< of the lists of the program
    Range text;                    ///< of the program's text: the line, without its end
    enum class Shows : std::uint8_t { Nothing, Message, Debug };
    Shows shows = Shows::Nothing;
    Range message; ///< of the text: what (MSG, …) and (DEBUG, …) show; #n and #<name> in the latter are values
    Range comment; ///< of the text: the last comment without brackets; empty for a message
    bool end_mark = false; ///< a % line
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
    std::vector<Block> blocks; ///< one a line
    std::vector<Word> words;
    std::vector<Setting> settings;
    std::vector<Token> tokens;
    std::vector<Op> ops;
    std::vector<std::string> names;  ///< of named parameters by slot, lower case; a leading _ is global
    std::vector<std::string> labels; ///< of O<name>, by flow_number − first_named_label
    std::unordered_map<std::string, int> slot_of, label_of; ///< the same, the other way round
    Findings findings; ///< what the text gets wrong; a program with findings is not run
    bool ok() const { return findings.empty(); }

    std::string_view textOf(Range range) const { return std::string_view(text).substr(range.first, range.count); }
    std::string_view textOf(Block const& block) const { return textOf(block.text); }
    std::span<Word const> wordsOf(Block const& block) const {
        return std::span(words).subspan(block.words.first, block.words.count);
    }
    std::span<Setting const> settingsOf(Block const& block) const {
        return std::span(settings).subspan(block.settings.first, block.settings.count);
    }
    std::span<Token const> tokensOf(Block const& block) const {
        return std::span(tokens).subspan(block.tokens.first, block.tokens.count);
    }
};

// What is read of one text. Beyond that it is said so, and the text is not run.
inline constexpr std::size_t max_bytes = std::size_t(64) << 20;
inline constexpr std::size_t max_lines = 2'000'000;
inline constexpr std::size_t max_names = 10'000;   ///< of named parameters
inline constexpr std::size_t max_labels = 100'000; ///< O<name>
inline constexpr std::size_t max_findings = 1000;  ///< that are listed

/// The slot of a named parameter, made if it is new. Error: TooMuch, without a place.
Result<int> nameSlot(Program& program, std::string const& name);
/// The number that stands for O<name>, made if it is new. Error: TooMuch, without a place.
Result<int> labelNumber(Program& program, std::string const& name);

/// Never fails as a whole: each wrong line is a finding, the other lines are parsed.
Program parse(std::string_view text, Grammar const& grammar);

} // namespace steady::gcode
