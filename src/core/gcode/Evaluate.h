// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The value of an expression, given the parameters.

#include "core/gcode/Program.h"

#include <span>

namespace steady::gcode {

/// What an expression may read.
struct Values {
    std::span<double const> numbered; ///< by number; as many as the controller has
    std::span<double const> named;    ///< by slot; may be empty where a program has no names
    std::span<char const> named_set;  ///< whether the slot has a value
    bool vacancy = false;             ///< #0 is without a value
    Values(std::span<double const> of_numbers, std::span<double const> of_names = {}, std::span<char const> set = {},
           bool may_be_vacant = false)
        : numbered(of_numbers), named(of_names), named_set(set), vacancy(may_be_vacant) {}
    Values(std::vector<double> const& of_numbers) : numbered(of_numbers) {}
};

struct EvalError {
    Code code;
    int column;
    char const* value;
    char const* limit;
    int last = 0; ///< of ParameterNumber: the last one that there is
};

/// Angles in degrees. `vacant` where the whole of it is a variable without a value. No allocation.
tl::expected<double, EvalError> evaluate(Program const& program, Expr expr, Values const& values);

/// The number of a variable: whole, 1 to `last`.
tl::expected<int, EvalError> parameterNumber(double value, int column, int last);

/// The error with its line, in the form that everything else uses.
Error located(EvalError const& error, int line);

} // namespace steady::gcode
