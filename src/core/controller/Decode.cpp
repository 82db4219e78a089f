// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Decode.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <string_view>

namespace steady::controller {
namespace {

/// The code of a G or M word in `per_unit` parts, or −1 when it is no whole number of them.
int codeOf(double value, int per_unit) {
    double const scaled = value * per_unit;
    double const whole = std::round(scaled);
    return std::abs(scaled - whole) > 1e-3 || whole < 0 || whole > 9999 ? -1 : static_cast<int>(whole);
}

struct Decoder {
    gcode::Block const& block;
    Dialect const& dialect;
    Decoded out;
    std::string read = {}; ///< letters that the line's codes read

    Where where(int column) const { return {"", block.line, column}; }

    Result<void> gWord(double value, int column) {
        int const code = codeOf(value, 10);
        auto const* known = std::find_if(dialect.g_words.data(), dialect.g_words.data() + dialect.g_words.size(),
                                         [&](GWord const& w) { return w.code_tenths == code; });
        if (known == dialect.g_words.data() + dialect.g_words.size())
            return fail(Code::UnknownG, where(column), fmt::format("G{}", value));
        read += known->letters;
        if (known->group == 0) { // RS274/NGC: of these, too, one a line
            if (out.g0_count > 0)
                return fail(Code::ModalConflict, where(column),
                            fmt::format("{} and {}", gName(out.g0[0]), gName(code)));
            out.g0[out.g0_count++] = code;
            return {};
        }
        if (out.g[known->group] >= 0)
            return fail(Code::ModalConflict, where(column),
                        fmt::format("{} and {}", gName(out.g[known->group]), gName(code)));
        out.g[known->group] = code;
        return {};
    }

    Result<void> mWord(double value, int column) {
        int const code = codeOf(value, 1);
        auto group = [&](int m) {
            for (auto const& word : dialect.m_words)
                if (word.code == m) return word.group;
            return -1;
        };
        if (group(code) < 0) return fail(Code::UnknownM, where(column), fmt::format("M{}", value));
        if (out.m_count == dialect.max_m_words)
            return fail(Code::TooManyM, where(column), std::to_string(out.m_count + 1),
                        std::to_string(dialect.max_m_words));
        for (int i = 0; i < out.m_count; ++i)
            if (group(out.m[i]) == group(code))
                return fail(Code::ModalConflict, where(column), fmt::format("M{} and M{}", out.m[i], code));
        out.m[out.m_count++] = code;
        for (auto const& word : dialect.m_words)
            if (word.code == code) read += word.letters;
        return {};
    }

    Result<void> letter(char name, double value, int column) {
        if (std::string_view("ABCUVW").find(name) != std::string_view::npos)
            return fail(Code::NoSuchAxis, where(column), std::string(1, name));
        if (value < 0 && (name == 'F' || name == 'S'))
            return fail(Code::BadArgument, where(column), fmt::format("A negative {}", name), "zero or more");
        auto const bit = 1u << (name - 'A');
        if (out.present & bit) return fail(Code::RepeatedWord, where(column), std::string(1, name));
        out.present |= bit;
        out.values[name - 'A'] = value;
        return {};
    }

    /// A word that no code of the line reads was meant for something that is not there.
    Result<void> wordsAreRead() const {
        for (auto const& word : block.words)
            if (std::string_view("GMXYZFST").find(word.letter) == std::string_view::npos &&
                read.find(word.letter) == std::string::npos)
                return fail(Code::UnusedWord, where(word.column), std::string(1, word.letter));
        return {};
    }

    /// A motion and a code of group 0 cannot share the axis words; a code that needs them must find some.
    Result<void> axisWords() const {
        int user = -1;
        for (int i = 0; i < out.g0_count; ++i) {
            auto const* word = std::find_if(dialect.g_words.data(), dialect.g_words.data() + dialect.g_words.size(),
                                            [&](GWord const& w) { return w.code_tenths == out.g0[i]; });
            if (word->axes == Axes::Unused) continue;
            if (word->axes == Axes::Allowed && !out.hasAxis()) continue;
            if (user >= 0)
                return fail(Code::AxisWordConflict, where(1),
                            fmt::format("{} and {}", gName(user), gName(word->code_tenths)));
            user = word->code_tenths;
        }
        int const motion = out.g[1];
        if (user >= 0 && motion >= 0 && motion != 800)
            return fail(Code::AxisWordConflict, where(1), fmt::format("{} and {}", gName(user), gName(motion)));
        if (user >= 0 && !out.hasAxis()) return fail(Code::NoAxisWord, where(1), gName(user));
        if (motion >= 382 && motion <= 385 && !out.hasAxis()) return fail(Code::NoAxisWord, where(1), gName(motion));
        return {};
    }
};

bool hasParameter(gcode::Program const& program, gcode::Expr expr) {
    for (auto i = expr.first; i < expr.first + expr.count; ++i)
        if (auto const kind = program.ops[i].kind;
            kind == gcode::OpKind::Parameter || kind == gcode::OpKind::Named || kind == gcode::OpKind::Exists)
            return true;
    return false;
}

} // namespace

std::string gName(int code_tenths) {
    return code_tenths % 10 ? fmt::format("G{}.{}", code_tenths / 10, code_tenths % 10)
                            : fmt::format("G{}", code_tenths / 10);
}

tl::expected<Decoded, Error> decode(gcode::Program const& program, gcode::Block const& block, Dialect const& dialect,
                                    gcode::Values const& values) {
    Decoder decoder{block, dialect, {}};
    decoder.out.g.fill(-1);
    for (auto const& word : block.words) {
        auto const value = gcode::evaluate(program, word.value, values);
        if (!value) return Failure(gcode::located(value.error(), block.line));
        Result<void> done = word.letter == 'G'   ? decoder.gWord(*value, word.column)
                            : word.letter == 'M' ? decoder.mWord(*value, word.column)
                                                 : decoder.letter(word.letter, *value, word.column);
        if (!done) return Failure(done.error());
    }
    if (auto axis = decoder.axisWords(); !axis) return Failure(axis.error());
    if (auto all = decoder.wordsAreRead(); !all) return Failure(all.error());
    return decoder.out;
}

bool isConstant(gcode::Program const& program, gcode::Block const& block) {
    for (auto const& word : block.words)
        if (hasParameter(program, word.value)) return false;
    return true;
}

} // namespace steady::controller
