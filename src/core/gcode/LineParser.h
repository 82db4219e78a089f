// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A line of text to a block. Blanks may stand anywhere, even in numbers, so the parser reads a packed line. One parser
// reads line after line.

#include "core/gcode/Program.h"

#include <optional>

namespace steady::gcode {

class LineParser {
public:
    LineParser(Program& program, Grammar const& grammar) : m_program(program), m_grammar(grammar) {}
    /// Appends the block to the program, whose text has the line there; of a wrong line the block is empty, but for the
    /// tokens so far.
    Done parse(int line, Range text);

private:
    struct Char {
        char upper;
        int byte; ///< offset in the line
    };

    Done block();
    Done pack();
    Done item();
    Done setting();
    Done flow();
    bool startsJump() const;
    Done jump();
    Done condition();
    Done programNumber();
    Done flowLabel();
    Done flowValues();
    Result<int> parameterName();
    Done exists(std::size_t begin);
    void comment(std::size_t from, std::size_t to, bool bracketed);
    Done word();
    Result<Expr> value();
    Done realValue();
    Done expression(int lowest_rank);
    Result<Expr> sum();
    Done operand();
    Done bracketed();
    Done function(std::size_t begin);
    Done number();
    struct Operation {
        OpKind kind;
        int rank;
        int length;
    };
    std::optional<Operation> operation() const;

    bool atEnd() const { return m_at >= m_chars.size(); }
    char peek(std::size_t ahead = 0) const {
        return m_at + ahead < m_chars.size() ? m_chars[m_at + ahead].upper : '\0';
    }
    bool starts(std::string_view text) const;
    static bool isLetter(char c) { return c >= 'A' && c <= 'Z'; }
    static bool isDigit(char c) { return c >= '0' && c <= '9'; }
    bool bare() const { return m_grammar.sums == Sums::Bare; }
    bool jumps() const { return m_grammar.flow == FlowBy::Jumps; }
    /// Below it nothing is read: comparisons are values only in conditions, where brackets may be left out.
    int lowestRank() const { return bare() && !m_in_condition ? 2 : 1; }
    int column(std::size_t at) const;
    std::string letters(std::size_t from) const;
    std::string letter(std::size_t at) const;
    std::string written(std::size_t from, std::size_t to) const; ///< as it stands there, in capitals, without blanks
    void push(OpKind kind, std::size_t at, double number = 0);
    void mark(TokenKind kind, std::size_t from, std::size_t to);
    Failure error(Code code, std::size_t at, std::string value = {}, std::string limit = {}) const;

    /// Something that this control cannot read, begun at `at`.
    Failure notKnown(std::size_t at, char const* what) const { return error(Code::NotOfThisControl, at, what); }

    Program& m_program;
    Grammar const& m_grammar;
    std::string_view m_text;
    Block m_block;
    std::vector<Char> m_chars;
    std::size_t m_at = 0;
    bool m_in_condition = false;
};

} // namespace steady::gcode
