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
    gcode::Program const& program;
    gcode::Block const& block;
    Dialect const& dialect;
    Decoded out;
    std::uint32_t read = 0; ///< bit per letter that the line's words read
    int m_words = 0;

    Where where(int column) const { return {"", block.line, column}; }

    Done code(char name, double value, int column) {
        int const tenths = name == 'G' ? codeOf(value, 10) : 10 * codeOf(value, 1);
        auto const* known = dialect.find(name, tenths);
        if (!known)
            return fail(name == 'G' ? Code::UnknownG : Code::UnknownM, where(column), fmt::format("{}{}", name, value));
        auto const* place = known->group == Group::Alone ? out.alone : out.in(known->group);
        if (name == 'M' && ++m_words > dialect.max_m_words)
            return fail(Code::TooManyM, where(column), std::to_string(m_words), std::to_string(dialect.max_m_words));
        if (place) // RS274/NGC: of those that are alone, too, one a line
            return fail(Code::ModalConflict, where(column), fmt::format("{} and {}", nameOf(*place), nameOf(*known)));
        if (known->group == Group::Alone) {
            out.alone = known;
        } else {
            auto const at = static_cast<std::size_t>(known->group);
            out.words = dialect.words.data();
            out.word[at] = static_cast<std::uint8_t>(known - out.words);
            out.groups |= 1u << at;
        }
        for (char const* each = known->letters; *each; ++each) read |= 1u << (*each - 'A');
        return {};
    }

    Done letter(char name, double value, int column, bool pointless) {
        bool const passed_on = read & (1u << (name - 'A'));
        if (!passed_on && std::string_view("ABCUVW").find(name) != std::string_view::npos)
            return fail(Code::NoSuchAxis, where(column), std::string(1, name));
        if (value < 0 && (name == 'F' || name == 'S'))
            return fail(Code::BadArgument, where(column), fmt::format("A negative {}", name), "zero or more");
        auto const bit = 1u << (name - 'A');
        if (out.present & bit) return fail(Code::RepeatedWord, where(column), std::string(1, name));
        out.present |= bit;
        out.values[name - 'A'] = value;
        if (pointless) out.pointless |= bit;
        return {};
    }

    /// Whether some motion that may be in force reads it: that shows when the line is run.
    bool motionsRead(char letter) const {
        return std::any_of(dialect.words.begin(), dialect.words.end(), [letter](CodeWord const& word) {
            return word.group == Group::Motion && word.reads(letter);
        });
    }

    /// A word that no code of the line reads was meant for something that is not there.
    Done wordsAreRead() {
        for (auto const& word : program.wordsOf(block)) {
            if (std::string_view("GMXYZFST").find(word.letter) != std::string_view::npos ||
                read & (1u << (word.letter - 'A')))
                continue;
            bool const open = !out.in(Group::Motion) && !out.alone && motionsRead(word.letter);
            if (!open) return fail(Code::UnusedWord, where(word.column), std::string(1, word.letter));
            out.unread |= 1u << (word.letter - 'A');
        }
        return {};
    }

    /// A motion and a word that is alone cannot share the axis words; a word that needs them must find some.
    Done axisWords() const {
        auto const* user = out.alone;
        if (user && (user->axes == Axes::Unused || (user->axes == Axes::Allowed && !out.hasAxis()))) user = nullptr;
        auto const* motion = out.in(Group::Motion);
        if (user && motion && motion->does != Does::NoMotion)
            return fail(Code::AxisWordConflict, where(1), fmt::format("{} and {}", nameOf(*user), nameOf(*motion)));
        if (user && !out.hasAxis()) return fail(Code::NoAxisWord, where(1), nameOf(*user));
        bool const probes = motion && motion->does >= Does::Probe && motion->does <= Does::ProbeAwayQuietly;
        if (probes && !out.hasAxis()) return fail(Code::NoAxisWord, where(1), nameOf(*motion));
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

tl::expected<Decoded, Error> decode(gcode::Program const& program, gcode::Block const& block, Dialect const& dialect,
                                    gcode::Values const& values) {
    Decoder decoder{program, block, dialect, {}};
    for (auto const& word : program.wordsOf(block)) {
        auto const value = gcode::evaluate(program, word.value, values);
        if (!value) return Failure(gcode::located(value.error(), block.line));
        if (*value == gcode::vacant) continue; // as if it were not there
        auto const done = word.letter == 'G' || word.letter == 'M'
                              ? decoder.code(word.letter, *value, word.column)
                              : decoder.letter(word.letter, *value, word.column, word.pointless);
        if (!done) return Failure(done.error());
    }
    if (auto axis = decoder.axisWords(); !axis) return Failure(axis.error());
    if (auto all = decoder.wordsAreRead(); !all) return Failure(all.error());
    return decoder.out;
}

bool isConstant(gcode::Program const& program, gcode::Block const& block) {
    for (auto const& word : program.wordsOf(block))
        if (hasParameter(program, word.value)) return false;
    return true;
}

} // namespace steady::controller
