// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Which line comes next: O words around the lines that they bind, or jumps to the numbers of lines.
#include "core/gcode/LineParser.h"

#include <algorithm>
#include <array>
#include <cstdlib>

namespace steady::gcode {
namespace {

constexpr char const* jump_words = "IF [ ] GOTO, IF [ ] THEN, GOTO, WHILE [ ] DO, or END";

} // namespace

/// A number, or a name in <…>.
Done LineParser::flowLabel() {
    auto const begin = m_at;
    if (peek() == '<') {
        auto const close = std::find_if(m_chars.begin() + static_cast<std::ptrdiff_t>(m_at), m_chars.end(),
                                        [](Char const& c) { return c.upper == '>'; });
        if (close == m_chars.end()) return error(Code::BracketOpen, begin);
        std::string name;
        for (++m_at; m_chars[m_at].upper != '>'; ++m_at) name += m_chars[m_at].upper;
        ++m_at;
        auto const number = labelNumber(m_program, name);
        if (!number) return error(number.error().code, begin, number.error().value, number.error().limit);
        m_block.flow_number = *number;
        return {};
    }
    std::string digits;
    while (isDigit(peek())) digits += m_chars[m_at++].upper;
    if (digits.empty()) return error(Code::ExpectedValue, begin, letters(begin));
    if (digits.size() > 6) return error(Code::UnexpectedText, begin, digits);
    m_block.flow_number = std::atoi(digits.c_str());
    return {};
}

/// What stands behind the flow word: a condition, a count, arguments, or a value to give back.
Done LineParser::flowValues() {
    bool const condition = m_block.flow == Flow::If || m_block.flow == Flow::ElseIf || m_block.flow == Flow::While ||
                           m_block.flow == Flow::Repeat;
    bool const optional = m_block.flow == Flow::Return || m_block.flow == Flow::EndSub;
    if (condition || (optional && !atEnd())) {
        auto const found = value();
        if (!found) return Failure(found.error());
        m_block.condition = *found;
    }
    while (m_block.flow == Flow::Call && !atEnd()) {
        if (m_block.arguments.size() == max_arguments)
            return error(Code::TooManyArguments, m_at, {}, std::to_string(max_arguments));
        auto const found = value();
        if (!found) return Failure(found.error());
        m_block.arguments.push_back(*found);
    }
    return {};
}

Done LineParser::flow() {
    auto const begin = m_at++;
    m_block.flow_column = column(begin);
    if (auto done = flowLabel(); !done) return done;
    auto const name = letters(m_at);
    static constexpr std::array<std::pair<char const*, Flow>, 15> names{{{"IF", Flow::If},
                                                                         {"ELSEIF", Flow::ElseIf},
                                                                         {"ELSE", Flow::Else},
                                                                         {"ENDIF", Flow::EndIf},
                                                                         {"WHILE", Flow::While},
                                                                         {"ENDWHILE", Flow::EndWhile},
                                                                         {"DO", Flow::Do},
                                                                         {"REPEAT", Flow::Repeat},
                                                                         {"ENDREPEAT", Flow::EndRepeat},
                                                                         {"SUB", Flow::Sub},
                                                                         {"ENDSUB", Flow::EndSub},
                                                                         {"CALL", Flow::Call},
                                                                         {"RETURN", Flow::Return},
                                                                         {"BREAK", Flow::Break},
                                                                         {"CONTINUE", Flow::Continue}}};
    for (auto const& [text, kind] : names)
        if (name == text) m_block.flow = kind;
    if (m_block.flow == Flow::None)
        return error(Code::FlowUnknown, m_at, name, "IF, WHILE, DO, REPEAT, SUB, CALL, RETURN, BREAK or CONTINUE");
    m_at += name.size();
    mark(TokenKind::Flow, begin, m_at);
    if (auto done = flowValues(); !done) return done;
    if (!atEnd()) return error(Code::UnexpectedText, m_at, letter(m_at));
    return {};
}

/// IF [ ] GOTO, IF [ ] THEN, GOTO, WHILE [ ] DO, DO, END: each the only thing on its line.
bool LineParser::startsJump() const {
    return starts("IF[") || starts("GOTO") || starts("WHILE[") || starts("DO") || starts("END");
}

Done LineParser::condition() {
    m_in_condition = true;
    auto const found = value();
    m_in_condition = false;
    if (!found) return Failure(found.error());
    m_block.condition = *found;
    return {};
}

Done LineParser::jump() {
    auto const begin = m_at;
    m_block.flow_column = column(begin);
    if (!m_block.words.empty() || !m_block.settings.empty()) return error(Code::UnexpectedText, begin, letters(begin));
    auto word = letters(m_at);
    auto const take = [&](std::string_view text) {
        mark(TokenKind::Flow, m_at, m_at + text.size());
        m_at += text.size();
    };
    auto const loopNumber = [&]() -> Done {
        auto const at = m_at;
        if (!isDigit(peek()) || peek() > '3' || peek() < '1' || isDigit(peek(1)))
            return error(Code::BadArgument, at, "The number of a loop", "it is 1, 2 or 3");
        m_block.flow_number = peek() - '0';
        ++m_at;
        return {};
    };
    auto const whereTo = [&]() -> Done {
        take("GOTO");
        m_block.flow = Flow::GoTo;
        auto const found = value();
        if (!found) return Failure(found.error());
        m_block.arguments.push_back(*found);
        return {};
    };
    Done done;
    if (word == "IF") {
        take("IF");
        if (done = condition(); !done) return done;
        if (starts("GOTO")) {
            done = whereTo();
        } else if (starts("THEN")) {
            take("THEN");
            m_block.flow = Flow::IfThen;
            if (peek() != '#') return error(Code::ExpectedValue, m_at, letter(m_at));
            done = setting();
        } else {
            return error(Code::FlowUnknown, m_at, letters(m_at), jump_words);
        }
    } else if (word == "WHILE" || word == "DO") {
        m_block.flow = Flow::While;
        if (word == "WHILE") {
            take("WHILE");
            if (done = condition(); !done) return done;
        }
        if (!starts("DO")) return error(Code::FlowUnknown, m_at, letters(m_at), jump_words);
        take("DO");
        done = loopNumber();
    } else if (word == "END") {
        m_block.flow = Flow::EndWhile;
        take("END");
        done = loopNumber();
    } else if (word == "GOTO") {
        done = whereTo();
    } else {
        return error(Code::FlowUnknown, m_at, word, jump_words);
    }
    if (done && !atEnd()) return error(Code::UnexpectedText, m_at, letter(m_at));
    return done;
}

/// O and a number: a program begins.
Done LineParser::programNumber() {
    auto const begin = m_at++;
    std::string digits;
    while (isDigit(peek())) digits += m_chars[m_at++].upper;
    if (digits.empty() || digits.size() > 5) return error(Code::ExpectedValue, begin, written(begin, m_at));
    if (!m_block.words.empty() || !atEnd()) return error(Code::UnexpectedText, atEnd() ? begin : m_at, letter(m_at));
    m_block.flow = Flow::Program;
    m_block.flow_number = std::atoi(digits.c_str());
    m_block.flow_column = column(begin);
    mark(TokenKind::Flow, begin, m_at);
    return {};
}

} // namespace steady::gcode
