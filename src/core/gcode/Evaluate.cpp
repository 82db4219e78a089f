// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gcode/Evaluate.h"

#include <array>
#include <cmath>
#include <fmt/format.h>
#include <numbers>
#include <optional>

namespace steady::gcode {
namespace {

constexpr double degree = std::numbers::pi / 180;
using Value = tl::expected<double, EvalError>;

tl::unexpected<EvalError> bad(int column, char const* value, char const* limit) {
    return tl::unexpected(EvalError{Code::BadArgument, column, value, limit});
}

double truth(bool yes) { return yes ? 1 : 0; }

double plain(double value) { return value == vacant ? 0 : value; }

/// Values of 32 bits, rounded, as controls take them that go bit by bit.
Value bits(Op const& op, double a, double b) {
    constexpr double most = 2147483647;
    if (std::abs(a) > most || std::abs(b) > most)
        return bad(op.column, "A number of more than 32 bits", "AND, OR and XOR go bit by bit");
    auto const x = static_cast<std::int32_t>(std::lround(a)), y = static_cast<std::int32_t>(std::lround(b));
    return op.kind == OpKind::BitAnd ? x & y : op.kind == OpKind::BitOr ? x | y : x ^ y;
}

/// What cannot fail; none: it is another operation.
std::optional<double> easy(OpKind kind, double a, double b) {
    if (kind == OpKind::Equal) return truth(a == b); // also of what has no value
    if (kind == OpKind::NotEqual) return truth(a != b);
    a = plain(a), b = plain(b);
    switch (kind) {
    case OpKind::Plus: return a + b;
    case OpKind::Minus: return a - b;
    case OpKind::Times: return a * b;
    case OpKind::Greater: return truth(a > b);
    case OpKind::GreaterEqual: return truth(a >= b);
    case OpKind::Less: return truth(a < b);
    case OpKind::LessEqual: return truth(a <= b);
    case OpKind::And: return truth(a != 0 && b != 0);
    case OpKind::Or: return truth(a != 0 || b != 0);
    case OpKind::Xor: return truth((a != 0) != (b != 0));
    case OpKind::Atan: return std::atan2(a, b) / degree;
    default: return std::nullopt;
    }
}

/// The others of two values.
Value hard(Op const& op, double a, double b) {
    switch (op.kind) {
    case OpKind::Power:
        if (a < 0 && b != std::floor(b))
            return bad(op.column, "A negative number to a power that is not whole", "the power must be whole");
        return std::pow(a, b);
    case OpKind::BitAnd:
    case OpKind::BitOr:
    case OpKind::BitXor: return bits(op, a, b);
    default: break;
    }
    if (b == 0) return tl::unexpected(EvalError{Code::DivisionByZero, op.column, "", ""});
    if (op.kind == OpKind::Divide) return a / b;
    double const rest = std::fmod(a, b);
    return op.kind == OpKind::Modulo && rest < 0 ? rest + std::abs(b) : rest;
}

Value unary(Op const& op, double a) {
    a = plain(a);
    switch (op.kind) {
    case OpKind::Abs: return std::abs(a);
    case OpKind::Acos:
        if (std::abs(a) > 1) return bad(op.column, "ACOS of a number outside −1 to 1", "it must lie in −1 to 1");
        return std::acos(a) / degree;
    case OpKind::Asin:
        if (std::abs(a) > 1) return bad(op.column, "ASIN of a number outside −1 to 1", "it must lie in −1 to 1");
        return std::asin(a) / degree;
    case OpKind::Cos: return std::cos(a * degree);
    case OpKind::Exp: return std::exp(a);
    case OpKind::Fix: return std::floor(a);
    case OpKind::Fup: return std::ceil(a);
    case OpKind::FixToZero: return std::trunc(a);
    case OpKind::FupFromZero: return a < 0 ? std::floor(a) : std::ceil(a);
    case OpKind::Ln:
        if (a <= 0) return bad(op.column, "LN of zero or less", "it must be above zero");
        return std::log(a);
    case OpKind::Round: return std::round(a);
    case OpKind::Sin: return std::sin(a * degree);
    case OpKind::Sqrt:
        if (a < 0) return bad(op.column, "SQRT of a negative number", "it must not be negative");
        return std::sqrt(a);
    default: return std::tan(a * degree);
    }
}

bool isBinary(OpKind kind) { return (kind >= OpKind::Power && kind <= OpKind::LessEqual) || kind == OpKind::Atan; }

} // namespace

tl::expected<int, EvalError> parameterNumber(double value, int column, int last) {
    if (value >= 1 && value <= last && value == static_cast<int>(value))
        return static_cast<int>(value); // nearly always
    double const whole = std::round(value);
    bool const known = whole >= 1 && whole <= last && std::abs(value - whole) <= 1e-4; // NaN is not known
    if (!known) return tl::unexpected(EvalError{Code::ParameterNumber, column, "", "", last});
    return static_cast<int>(whole);
}

tl::expected<double, EvalError> evaluate(Program const& program, Expr expr, Values const& values) {
    std::array<double, 128> stack; // a line has at most 256 characters, each operand at least two
    std::size_t depth = 0;
    auto const* const end = program.ops.data() + expr.first + expr.count;
    auto const last = static_cast<int>(values.numbered.size()) - 1;
    for (auto const* at = end - expr.count; at < end; ++at) {
        Op const& op = *at;
        if (op.kind == OpKind::Number) {
            bool const names = at + 1 < end && at[1].kind == OpKind::Parameter && op.number >= 1 && op.number <= last;
            int const number = names ? static_cast<int>(op.number) : 0;
            if (names && number == op.number) { // #5063, nearly all of what a macro reads
                stack[depth++] = values.numbered[static_cast<std::size_t>(number)];
                ++at;
            } else {
                stack[depth++] = op.number;
            }
        } else if (op.kind == OpKind::Parameter) {
            if (values.vacancy && plain(stack[depth - 1]) == 0) {
                stack[depth - 1] = vacant; // #0
                continue;
            }
            auto const number = parameterNumber(stack[depth - 1], op.column, last);
            if (!number) return tl::unexpected(number.error());
            stack[depth - 1] = values.numbered[*number];
        } else if (op.kind == OpKind::Named || op.kind == OpKind::Exists) {
            auto const slot = static_cast<std::size_t>(op.number);
            bool const set = slot < values.named_set.size() && values.named_set[slot];
            if (op.kind == OpKind::Named && !set)
                return tl::unexpected(EvalError{Code::NameUnset, op.column, program.names[slot].c_str(), ""});
            stack[depth++] = op.kind == OpKind::Exists ? truth(set) : values.named[slot];
        } else if (isBinary(op.kind)) {
            double const a = stack[depth - 2], b = stack[depth - 1];
            if (auto const value = easy(op.kind, a, b)) {
                stack[--depth - 1] = *value;
                continue;
            }
            auto const result = hard(op, plain(a), plain(b));
            if (!result) return result;
            stack[--depth - 1] = *result;
        } else {
            auto const result = unary(op, stack[depth - 1]);
            if (!result) return result;
            stack[depth - 1] = *result;
        }
    }
    if (!std::isfinite(stack[0]))
        return tl::unexpected(EvalError{Code::BadArgument, expr.count ? program.ops[expr.first].column : 0,
                                        "What this sum gives", "it is no finite number"});
    return stack[0];
}

Error located(EvalError const& error, int line) {
    auto const limit =
        error.last > 0 ? fmt::format("whole numbers from 1 to {}", error.last) : std::string(error.limit);
    return {error.code, {"", line, error.column}, error.value, limit};
}

} // namespace steady::gcode
