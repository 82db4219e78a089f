// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Everything that belongs to one sort of control, in one place: a folder of its own and a row here. Nothing else knows
// a code or the number of a variable.

#include "core/base/Finding.h"
#include "core/controller/Dialect.h"
#include "core/macros/Print.h"

namespace steady::dialects {

/// Something in a text that hardly any other sort of control has.
struct Sign {
    char const* pattern; ///< regular expression for one line, whatever its case
    char const* words;
};

/// What is asked of an owner, since controls of one sort differ in it.
enum class Question { LengthSign, ClosedAtStart, HomeMove, OffsetAtEnd, WaitsFor, WithoutPoint, Homed, Variables };
struct Asked {
    Question what;
    char const* bench_test; ///< how it is found out: in free air, hand at the stop, in two minutes
};

struct Bundle {
    char const* about;                        ///< what such a control is like, and what is written for it
    controller::Dialect const& (*language)(); ///< before an owner has told how it behaves
    /// Of a joined recipe. `behaviour`: what the owner found out about the control, and the variables that macros use.
    /// Error: NotCarried, with the step that this sort of control cannot take, and why.
    Result<macros::PrintedMacro> (*print)(macros::Recipe const& recipe, shop::Behaviour const& behaviour);

    std::span<Sign const> signs;
    std::span<Asked const> asks;
    char const* (*bench_text)(); ///< moves at most 1 mm in free air, and tells its answers; null: there is none
    shop::Behaviour usual;       ///< what such a control mostly answers, and variables that it has
    /// For a control whose texts cannot be run here: the text that it takes, while \ref print gives what is played;
    /// and what of such a text is no longer so. Null: what is printed is what it takes.
    Result<macros::PrintedMacro> (*say)(macros::Recipe const& recipe, shop::Behaviour const& behaviour) = nullptr;
    Result<Findings> (*check)(std::string_view text, macros::Recipe const& recipe,
                              shop::Behaviour const& behaviour) = nullptr;

    std::string const& id() const { return language().id; }
    std::string const& name() const { return language().name; }
    /// Null where that is not asked of such a control.
    char const* benchTest(Question what) const {
        for (auto const& each : asks)
            if (each.what == what) return each.bench_test;
        return nullptr;
    }
};

std::span<Bundle const> bundles();

/// Error: NoSuchDialect, with those there are.
Result<Bundle const*> bundleOf(std::string_view id);

/// The language as the owner found it on the control. Error: as bundleOf.
Result<controller::Dialect> languageOf(std::string_view id, shop::Behaviour const& behaviour, shop::LengthSign sign);

/// The text for that machine: what its control cannot read is asked of the person. Error: as bundleOf, and NotCarried.
Result<macros::PrintedMacro> written(macros::Recipe const& recipe, shop::Machine const& machine);

/// The text that the control takes, where that is another than the one that is run. None: it is that one. Error: what
/// is not said yet.
std::optional<Result<macros::PrintedMacro>> saidFor(macros::Recipe const& recipe, shop::Machine const& machine);

/// What in such a text is no longer what the recipe says, which is the one that was said. Error: as saidFor.
Result<Findings> checked(std::string_view text, macros::Recipe const& recipe, shop::Machine const& machine);

/// The answers of a machine whose control is taken for another sort: those that belong to the control are the usual
/// ones. Error: as bundleOf.
Result<shop::Behaviour> usualFor(std::string_view id, shop::Behaviour const& before);

/// Whether the variables that macros use exist in that control and do not meet each other. Error: as bundleOf;
/// NumbersOverlap, with both uses; OutOfRange, with the numbers there are.
Result<void> checkNumbers(std::string_view id, shop::Behaviour const& behaviour);

} // namespace steady::dialects
