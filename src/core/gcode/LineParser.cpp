// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gcode/LineParser.h"

#include "core/base/Decimal.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace steady::gcode {
namespace {

struct Function {
    char const* name;
    OpKind kind;
};

constexpr std::array<Function, 13> functions{{{"ABS", OpKind::Abs},
                                              {"ACOS", OpKind::Acos},
                                              {"ASIN", OpKind::Asin},
                                              {"ATAN", OpKind::Atan},
                                              {"COS", OpKind::Cos},
                                              {"EXP", OpKind::Exp},
                                              {"FIX", OpKind::Fix},
                                              {"FUP", OpKind::Fup},
                                              {"LN", OpKind::Ln},
                                              {"ROUND", OpKind::Round},
                                              {"SIN", OpKind::Sin},
                                              {"SQRT", OpKind::Sqrt},
                                              {"TAN", OpKind::Tan}}};

constexpr bool isBlank(char c) { return c == ' ' || c == '\t'; }
constexpr char capital(char c) { return c >= 'a' && c <= 'z' ? static_cast<char>(c - 32) : c; }

} // namespace

Done LineParser::parse(int line, Range text) {
    auto const placed = [&] {
        Block block;
        block.line = line;
        block.text = text;
        block.tokens = {static_cast<std::uint32_t>(m_program.tokens.size()), 0};
        block.words = {static_cast<std::uint32_t>(m_program.words.size()), 0};
        block.settings = {static_cast<std::uint32_t>(m_program.settings.size()), 0};
        return block;
    };
    m_block = placed();
    m_text = m_program.textOf(m_block);
    m_chars.clear();
    m_at = 0;
    m_in_condition = false;
    auto done = block();
    auto const begin = m_program.tokens.begin() + m_block.tokens.first;
    auto const ordered = [](Token const& a, Token const& b) { return a.begin < b.begin; };
    if (!std::is_sorted(begin, m_program.tokens.end(), ordered))
        std::stable_sort(begin, m_program.tokens.end(), ordered);
    if (!done) {
        m_program.words.resize(m_block.words.first);
        m_program.settings.resize(m_block.settings.first);
        auto const tokens = m_block.tokens.first;
        m_block = placed();
        m_block.tokens.first = tokens;
    }
    m_block.tokens.count = static_cast<std::uint32_t>(m_program.tokens.size()) - m_block.tokens.first;
    m_program.blocks.push_back(std::move(m_block));
    return done;
}

Failure LineParser::error(Code code, std::size_t at, std::string value, std::string limit) const {
    return fail(code, {"", m_block.line, column(at)}, std::move(value), std::move(limit));
}

int LineParser::column(std::size_t at) const {
    return (at < m_chars.size() ? m_chars[at].byte : static_cast<int>(m_text.size())) + 1;
}

bool LineParser::starts(std::string_view text) const {
    for (std::size_t i = 0; i < text.size(); ++i)
        if (peek(i) != text[i]) return false;
    return true;
}

std::string LineParser::letters(std::size_t from) const {
    std::string run;
    while (from < m_chars.size() && isLetter(m_chars[from].upper)) run += m_chars[from++].upper;
    return run;
}

/// One letter, whole, whatever its bytes; “?” for bytes that are none.
std::string LineParser::letter(std::size_t at) const {
    if (at >= m_chars.size()) return {};
    auto const begin = static_cast<std::size_t>(m_chars[at].byte);
    auto const lead = static_cast<unsigned char>(m_text[begin]);
    if (lead < 0x80) return std::string(1, m_chars[at].upper);
    std::size_t const length = lead >= 0xf0 ? 4 : lead >= 0xe0 ? 3 : 2;
    auto const follows = [&](std::size_t i) {
        return i < m_text.size() && (static_cast<unsigned char>(m_text[i]) & 0xc0) == 0x80;
    };
    for (std::size_t k = 1; k < length; ++k)
        if (lead < 0xc0 || !follows(begin + k)) return "?";
    return std::string(m_text.substr(begin, length));
}

std::string LineParser::written(std::size_t from, std::size_t to) const {
    std::string text;
    for (auto i = from; i < to; ++i) text += m_chars[i].upper;
    return text;
}

void LineParser::push(OpKind kind, std::size_t at, double number) {
    m_program.ops.push_back({kind, column(at), number});
}

void LineParser::mark(TokenKind kind, std::size_t from, std::size_t to) {
    if (from >= to || to > m_chars.size()) return;
    int const begin = m_chars[from].byte;
    m_program.tokens.push_back({kind, begin, m_chars[to - 1].byte + 1 - begin});
}

Done LineParser::pack() {
    auto const most = m_grammar.line_length;
    if (m_text.size() > static_cast<std::size_t>(most))
        return fail(Code::LineTooLong, {"", m_block.line, most + 1}, std::to_string(m_text.size()),
                    std::to_string(most));
    for (std::size_t i = 0; i < m_text.size(); ++i) {
        char const c = m_text[i];
        if (c == ';' && !m_grammar.notes)
            return fail(Code::NotOfThisControl, {"", m_block.line, static_cast<int>(i) + 1}, "A comment after ;");
        if (c == '(' || c == ';') {
            auto const close = c == ';' ? m_text.size() : m_text.find(')', i);
            auto const inner = m_text.find('(', i + 1);
            int const at = static_cast<int>(i);
            if (c == '(' && inner < close)
                return fail(Code::CommentInComment, {"", m_block.line, static_cast<int>(inner) + 1});
            if (close == std::string::npos) return fail(Code::CommentOpen, {"", m_block.line, at + 1});
            auto const end = std::min(close + 1, m_text.size());
            comment(i, end, c == '(');
            i = end - 1;
        } else if (!isBlank(c) && c != '\r') {
            m_chars.push_back({capital(c), static_cast<int>(i)});
        }
    }
    return {};
}

/// A comment, a message, or a message with values.
void LineParser::comment(std::size_t from, std::size_t to, bool bracketed) {
    auto const begin = from + 1, end = to - (bracketed ? 1 : 0);
    auto const inside = [this](std::size_t first, std::size_t last) {
        return Range{m_block.text.first + static_cast<std::uint32_t>(first), static_cast<std::uint32_t>(last - first)};
    };
    auto at = begin;
    /// The letters of a word and a comma after it, with blanks between or none.
    auto const says = [&](std::string_view word) {
        at = begin;
        for (char const asked : word) {
            while (at < end && isBlank(m_text[at])) ++at;
            if (at >= end || capital(m_text[at++]) != asked) return false;
        }
        return true;
    };
    bool const may = bracketed && m_grammar.notes;
    bool const message = may && says("MSG,"), debug = may && !message && says("DEBUG,");
    bool const shown = message || debug;
    if (shown) {
        while (at < end && isBlank(m_text[at])) ++at;
        m_block.message = inside(at, end);
        m_block.shows = debug ? Block::Shows::Debug : Block::Shows::Message;
    } else {
        m_block.comment = inside(begin, end);
    }
    m_program.tokens.push_back(
        {shown ? TokenKind::Message : TokenKind::Comment, static_cast<int>(from), static_cast<int>(to - from)});
}

Done LineParser::block() {
    if (auto packed = pack(); !packed) return packed;
    if (peek() == '%' && m_chars.size() == 1) {
        m_block.end_mark = true;
        return {};
    }
    if (peek() == '/') ++m_at; // block delete: off here, so the line is run
    if (peek() == 'N' && isDigit(peek(1))) {
        auto const begin = m_at++;
        while (isDigit(peek())) ++m_at;
        if (auto const digits = m_at - begin - 1; digits > 5)
            return error(Code::LineNumberTooLong, begin, written(begin, m_at), "5");
        m_block.label = std::atoi(written(begin + 1, m_at).c_str());
        mark(TokenKind::Text, begin, m_at);
    }
    while (!atEnd()) {
        auto const begin = m_at;
        if (auto done = item(); !done) {
            mark(TokenKind::Error, begin, m_chars.size());
            return done;
        }
    }
    return {};
}

Done LineParser::item() {
    if (peek() == '#') return setting();
    if (jumps() && startsJump()) return jump();
    if (peek() == 'O' && m_grammar.flow == FlowBy::None) return notKnown(m_at, "An O word");
    if (peek() == 'O') return jumps() ? programNumber() : flow();
    if (isLetter(peek())) return word();
    return error(Code::UnexpectedText, m_at, letter(m_at));
}

Done LineParser::setting() {
    auto const begin = m_at++;
    Setting made{column(begin), {}, {}};
    if (m_grammar.last_variable == 0) return notKnown(begin, "A variable");
    if (peek() == '<') {
        auto const slot = parameterName();
        if (!slot) return Failure(slot.error());
        made.name = *slot;
    } else {
        auto const index = value();
        if (!index) return Failure(index.error());
        made.index = *index;
    }
    mark(TokenKind::Parameter, begin, m_at);
    if (peek() != '=') return error(Code::UnexpectedText, m_at, atEnd() ? "the end of the line" : letter(m_at));
    ++m_at;
    auto const right = bare() ? sum() : value();
    if (!right) return Failure(right.error());
    if (operation())
        return bare() ? error(Code::UnexpectedText, m_at, letters(m_at)) : error(Code::SumNeedsBrackets, m_at);
    made.value = *right;
    m_program.settings.push_back(made);
    ++m_block.settings.count;
    if (!jumps()) return {};
    if (!atEnd()) return error(Code::UnexpectedText, m_at, letter(m_at));
    if (!m_block.words.empty() || m_block.settings.count > 1) return error(Code::UnexpectedText, begin, "#");
    return {};
}

Done LineParser::word() {
    auto const begin = m_at++;
    char const letter = m_chars[begin].upper;
    static constexpr std::string_view known = "DFGHIJKLMPQRSTXYZABC", further = "EUVW"; // which a call may pass on
    if (known.find(letter) == std::string_view::npos && (!jumps() || further.find(letter) == std::string_view::npos))
        return error(Code::UnknownWord, begin, letters(begin));
    mark(TokenKind::Word, begin, m_at);
    auto const found = value();
    if (!found) return Failure(found.error());
    if (operation()) return error(Code::SumNeedsBrackets, m_at);
    bool const pointless = std::all_of(
        m_chars.begin() + static_cast<std::ptrdiff_t>(begin) + 1, m_chars.begin() + static_cast<std::ptrdiff_t>(m_at),
        [](Char const& c) { return isDigit(c.upper) || c.upper == '+' || c.upper == '-'; });
    m_program.words.push_back({letter, column(begin), *found, pointless});
    ++m_block.words.count;
    return {};
}

Result<Expr> LineParser::value() {
    Expr range{static_cast<std::uint32_t>(m_program.ops.size()), 0};
    if (auto done = operand(); !done) return Failure(done.error());
    range.count = static_cast<std::uint32_t>(m_program.ops.size()) - range.first;
    return range;
}

/// What may stand right of a = without brackets.
Result<Expr> LineParser::sum() {
    Expr range{static_cast<std::uint32_t>(m_program.ops.size()), 0};
    if (auto done = expression(lowestRank()); !done) return Failure(done.error());
    range.count = static_cast<std::uint32_t>(m_program.ops.size()) - range.first;
    return range;
}

/// A value, with a sign before it where this control takes one before anything.
Done LineParser::operand() {
    bool const sign = (peek() == '-' || peek() == '+') && (peek(1) == '#' || peek(1) == '[' || isLetter(peek(1)));
    if (!bare() || !sign) return realValue();
    auto const begin = m_at++;
    push(OpKind::Number, begin, 0);
    if (auto done = realValue(); !done) return done;
    push(m_chars[begin].upper == '-' ? OpKind::Minus : OpKind::Plus, begin);
    return {};
}

Done LineParser::realValue() {
    auto const begin = m_at;
    if (atEnd()) return error(Code::ExpectedValue, m_at, "the end of the line");
    if (peek() == '[') return m_grammar.sums != Sums::None ? bracketed() : Done(notKnown(begin, "A sum"));
    if (peek() == '#') {
        if (m_grammar.last_variable == 0) return notKnown(begin, "A variable");
        ++m_at;
        if (peek() == '<') {
            auto const slot = parameterName();
            if (!slot) return Failure(slot.error());
            push(OpKind::Named, begin, *slot);
        } else {
            if (auto inner = realValue(); !inner) return inner;
            push(OpKind::Parameter, begin);
        }
        mark(TokenKind::Parameter, begin, m_at);
        return {};
    }
    if (isLetter(peek()) && m_grammar.sums != Sums::None) return function(begin);
    return number();
}

/// <name> after a #; blanks and case do not count.
Result<int> LineParser::parameterName() {
    auto const begin = m_at++;
    if (!m_grammar.names) return notKnown(begin, "A variable with a name");
    std::string name;
    for (; !atEnd() && peek() != '>'; ++m_at) {
        char const c = peek();
        if (!isLetter(c) && !isDigit(c) && c != '_') return error(Code::UnexpectedText, m_at, letter(m_at));
        name += isLetter(c) ? static_cast<char>(c + 32) : c;
    }
    if (atEnd()) return error(Code::BracketOpen, begin);
    ++m_at;
    if (name.empty()) return error(Code::ExpectedValue, begin, "<>");
    auto const slot = nameSlot(m_program, name);
    if (!slot) return error(slot.error().code, begin, slot.error().value, slot.error().limit);
    return *slot;
}

/// EXISTS[#<name>]
Done LineParser::exists(std::size_t begin) {
    if (peek() != '[' || peek(1) != '#' || peek(2) != '<') return error(Code::ExpectedValue, m_at, "no #<name>");
    m_at += 2;
    auto const slot = parameterName();
    if (!slot) return Failure(slot.error());
    if (peek() != ']') return error(Code::BracketOpen, begin);
    ++m_at;
    push(OpKind::Exists, begin, *slot);
    return {};
}

Done LineParser::bracketed() {
    auto const begin = m_at++;
    if (auto inner = expression(lowestRank()); !inner) return inner;
    if (peek() != ']') {
        if (atEnd()) return error(Code::BracketOpen, begin);
        if (peek() == 'E' && isDigit(peek(1))) return error(Code::ExponentNotation, m_at);
        auto const run = letters(m_at);
        return run.empty() ? error(Code::UnexpectedText, m_at, letter(m_at)) : error(Code::UnknownFunction, m_at, run);
    }
    ++m_at;
    return {};
}

std::optional<LineParser::Operation> LineParser::operation() const {
    static constexpr std::string_view begins = "*/M+-AOXENGL";
    if (begins.find(peek()) == std::string_view::npos) return std::nullopt; // also at the end: there is no such letter
    static constexpr std::array<std::pair<char const*, Operation>, 15> table{{{"**", {OpKind::Power, 4, 2}},
                                                                              {"*", {OpKind::Times, 3, 1}},
                                                                              {"/", {OpKind::Divide, 3, 1}},
                                                                              {"MOD", {OpKind::Modulo, 3, 3}},
                                                                              {"+", {OpKind::Plus, 2, 1}},
                                                                              {"-", {OpKind::Minus, 2, 1}},
                                                                              {"AND", {OpKind::And, 2, 3}},
                                                                              {"OR", {OpKind::Or, 2, 2}},
                                                                              {"XOR", {OpKind::Xor, 2, 3}},
                                                                              {"EQ", {OpKind::Equal, 1, 2}},
                                                                              {"NE", {OpKind::NotEqual, 1, 2}},
                                                                              {"GT", {OpKind::Greater, 1, 2}},
                                                                              {"GE", {OpKind::GreaterEqual, 1, 2}},
                                                                              {"LT", {OpKind::Less, 1, 2}},
                                                                              {"LE", {OpKind::LessEqual, 1, 2}}}};
    for (auto const& [text, found] : table) {
        if (!starts(text)) continue;
        if (!bare()) return found;
        switch (found.kind) {
        case OpKind::Power: return std::nullopt;
        case OpKind::Modulo: return Operation{OpKind::Remainder, 3, 3};
        case OpKind::And: return Operation{OpKind::BitAnd, 3, 3};
        case OpKind::Or: return Operation{OpKind::BitOr, 2, 2};
        case OpKind::Xor: return Operation{OpKind::BitXor, 2, 3};
        default: return found;
        }
    }
    return std::nullopt;
}

/// Operations of one rank go from the left, ** too.
Done LineParser::expression(int lowest_rank) {
    if (auto first = operand(); !first) return first;
    for (auto next = operation(); next && next->rank >= lowest_rank; next = operation()) {
        auto const at = m_at;
        m_at += next->length;
        mark(TokenKind::Operator, at, m_at);
        if (auto right = expression(next->rank + 1); !right) return right;
        push(next->kind, at);
    }
    return {};
}

Done LineParser::function(std::size_t begin) {
    auto const name = letters(begin);
    if (name == "EXISTS" && m_grammar.names) {
        m_at += name.size();
        mark(TokenKind::Function, begin, m_at);
        return exists(begin);
    }
    auto const* found =
        std::find_if(functions.begin(), functions.end(), [&](Function const& f) { return name == f.name; });
    if (found == functions.end()) return error(Code::UnknownFunction, begin, name);
    m_at += name.size();
    mark(TokenKind::Function, begin, m_at);
    if (peek() != '[') return error(Code::ExpectedValue, m_at, letter(m_at));
    if (auto argument = bracketed(); !argument) return argument;
    if (found->kind == OpKind::Atan) {
        if (peek() != '/' || peek(1) != '[') return error(Code::SecondArgument, m_at);
        ++m_at;
        if (auto second = bracketed(); !second) return second;
    }
    push(bare() && found->kind == OpKind::Fix   ? OpKind::FixToZero
         : bare() && found->kind == OpKind::Fup ? OpKind::FupFromZero
                                                : found->kind,
         begin);
    return {};
}

Done LineParser::number() {
    auto const begin = m_at;
    if (peek() == '+' || peek() == '-') {
        if (peek(1) == '#' || peek(1) == '[' || isLetter(peek(1)))
            return error(Code::SignBeforeValue, m_at, letter(m_at + 1));
        ++m_at;
    }
    bool digit = false, point = false;
    for (; isDigit(peek()) || (peek() == '.' && !point); ++m_at) {
        digit = digit || isDigit(peek());
        point = point || peek() == '.';
    }
    if (!digit) return error(Code::ExpectedValue, begin, begin < m_chars.size() ? letter(begin) : "");
    // With blanks in it, a number stands in pieces.
    auto const first = static_cast<std::size_t>(m_chars[begin].byte),
               last = static_cast<std::size_t>(m_chars[m_at - 1].byte);
    bool const whole = last - first == m_at - 1 - begin;
    auto const value = whole ? decimal(m_text.substr(first, m_at - begin)) : decimal(written(begin, m_at));
    push(OpKind::Number, begin, value.value_or(0));
    mark(TokenKind::Number, begin, m_at);
    return {};
}

} // namespace steady::gcode
