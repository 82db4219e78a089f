// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The value of an expression, given the parameters.

#include "core/gcode/Program.h"

#include <span>

namespace steady::gcode {

inline constexpr int parameter_count = 5400; ///< parameters 1 to 5399; index 0 is not used

struct EvalError {
    Code code;
    int column;
    char const* value;
    char const* limit;
};

/// `parameters` has parameter_count entries. Angles in degrees. No allocation.
tl::expected<double, EvalError> evaluate(Program const& program, Expr expr, std::span<double const> parameters);

/// The number of a parameter: whole, 1 to 5399.
tl::expected<int, EvalError> parameterNumber(double value, int column);

/// The error with its line, in the form that everything else uses.
Error located(EvalError const& error, int line);

} // namespace steady::gcode
