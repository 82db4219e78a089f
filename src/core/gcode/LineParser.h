// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// One line of text to one block. Blanks may stand anywhere, even in numbers, so the parser reads a packed line.

#include "core/gcode/Program.h"

namespace steady::gcode {

class LineParser {
public:
    LineParser(Program& program, int line, Grammar const& grammar);
    /// Appends the line's operations to the program; a wrong line leaves its error and the block so far.
    Result<Block> parse();
    std::vector<Token> const& tokens() const { return m_tokens; }

private:
    struct Char {
        char upper;
        int byte; ///< offset in the line
    };

    Result<void> pack();
    Result<void> item();
    Result<void> setting();
    Result<void> flow();
    bool startsJump() const;
    Result<void> jump();
    Result<void> condition();
    Result<void> programNumber();
    Result<void> flowLabel();
    Result<void> flowValues();
    Result<int> parameterName();
    Result<void> exists(std::size_t begin);
    void comment(std::size_t from, std::size_t to, bool bracketed);
    Result<void> word();
    Result<Expr> value();
    Result<void> realValue();
    Result<void> expression(int lowest_rank);
    Result<Expr> sum();
    Result<void> operand();
    Result<void> bracketed();
    Result<void> function(std::size_t begin);
    Result<void> number();
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
    std::string const& m_text;
    Block m_block;
    std::vector<Char> m_chars;
    std::vector<Token> m_tokens;
    std::size_t m_at = 0;
    bool m_in_condition = false;
};

} // namespace steady::gcode
