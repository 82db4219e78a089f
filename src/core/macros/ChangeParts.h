// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What every change by a clamp that the control opens has in common, at a rack and at a carousel: what must be so
// before it, what tells of the clamp, and what is said.

#include "core/macros/Kind.h"
#include "core/macros/Parts.h"
#include "core/macros/Recipe.h"
#include "core/macros/SetterRecipes.h"
#include "core/shop/kinds/ToolRack.h"

namespace steady::macros {

/// A tool and the pocket that it belongs to.
struct ToolHome {
    Id<shop::Assembly> tool;
    int pocket = 0;
};

/// Whether the control can count so many pockets as it is asked to. Error: CallRefused, OutOfRange, NumbersOverlap.
Result<void> canCount(shop::RackDrive const& drive, std::size_t pockets, shop::Machine const& machine,
                      Lacks const& lacks);

/// By its number the control tells a tool from another, and from none. Error: OutOfRange, for number 0; TwoAlike.
Result<void> toldApart(facts::Reader const& book, std::vector<ToolHome> const& tools);

struct ChangeParts {
    Kind kind;
    std::optional<Afterwards> after;
    facts::Reader const& book;
    shop::ZeroSetup const& setup;
    Lacks lacks;
    shop::Machine const& machine;
    shop::Assembly const& tool; ///< that is fetched
    shop::RackDrive const& drive;
    Slot in_spindle; ///< 0 in it: the spindle is empty
    Parts parts{machine, "Z zero is as it was.", {}};

    void add(char const* id, std::string purpose, Action action) {
        parts.add(id, std::move(purpose), std::move(action));
    }
    /// What an input or a lamp tells; without either an eye at the machine.
    void see(char const* id, char const* purpose, std::optional<int> input, bool on, double limit_s, shop::Act look,
             std::string const& question, std::string alarm);
    /// An input that reads on before anything was told to come would send it on too early; nothing where there is none.
    void notYet(char const* id, char const* purpose, std::optional<int> input, shop::Act look, std::string alarm);
    /// The same of the lamp of the open clamp.
    void stillClosed(std::string const& where);
    std::string before(std::string const& what) const { return parts.alarm("Nothing has moved. " + what, false); }
    static std::string amid(std::string const& what);

    RetractTo up() const { return {machine.safeZ_mm()}; }
    void blow(bool on);
    /// Where the control counts: one more.
    void count(Figure pocket, bool taken) {
        if (drive.counts_from)
            add("", taken ? "The pick is counted." : "The drop is counted.",
                CountChange{*drive.counts_from, pocket, taken});
    }
    /// “Counts …”, where it does; otherwise nothing. `first`: number of the first pocket.
    void tellCounts(std::vector<std::string>& header, int first) const;
    /// Only what is for a tool in the spindle, or only for an empty one; where the control keeps numbers.
    void whenSpindle(bool is_empty) {
        if (!lacks.numbers) add("", "", When{in_spindle, 0, is_empty});
    }
    void endWhen() {
        if (!lacks.numbers) add("", "", EndWhen{});
    }
    /// Of a control that keeps no numbers: it is written for what is in the spindle now.
    bool startsEmpty() const { return lacks.numbers && !book.find(setup.place.assembly); }
    bool startsFull() const { return lacks.numbers && book.find(setup.place.assembly); }

    /// The last change was finished. `homes`: the figures that belong to each tool, 0 for an empty spindle.
    void begin(RequireToolAllowed homes, char const* purpose);
    /// Air, clamp, and what is drawn in, before anything moves.
    void clampIsReady();
    /// What no text can read is asked once; from then on it is under way. `where`: “the rack”.
    void underWay(std::string const& where);
    /// The control takes the tool for the one in the spindle, and the change is finished; what is measured afterwards.
    void finished();
    /// The last step, and what the operator does then.
    void end();
    /// “What is in the spindle goes back, tool into pocket: …”, of all but the one that is fetched; empty: of none.
    std::string goesBack(std::vector<ToolHome> const& homes) const;
};

} // namespace steady::macros
