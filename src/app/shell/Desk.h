// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What all stations of a window share: the open book, how it looks, and what follows from it at this moment.

#include "app/shell/Background.h"
#include "app/shell/Prompter.h"
#include "app/widgets/Look.h"
#include "core/facts/Facts.h"
#include "core/safety/Rehearsal.h"
#include "core/upkeep/Status.h"
#include "store/Session.h"

#include <QComboBox>

namespace steady::app {

class Desk : public QObject {
    Q_OBJECT

public:
    Desk(std::unique_ptr<store::Session> session, Look& look, Prompter& prompter);

    store::Session& session() { return *m_session; }
    store::Session const& session() const { return *m_session; }
    Look& look() { return m_look; }
    Prompter& prompter() { return m_prompter; }
    facts::Reader const& book() const { return m_book; } ///< with sentences in the units shown
    Id<shop::ZeroSetup> setupId() const { return m_setup_id; }
    shop::ZeroSetup const& setup() const { return m_setup; }
    Background& work() const { return m_work; } ///< of the stations
    UnitSystem units() const { return m_look.units(); }

    /// The sum as it stands, with the practice contact while there is one.
    Result<zeroing::PlateZeroResult> const& zero() const { return m_zero; }
    Findings const& slips() const { return m_slips; }
    /// Macro and world from the book; `leave_out` as in the recipe.
    Result<safety::Rehearsal> rehearse(macros::Kind kind, std::set<std::string> const& leave_out = {}) const;
    /// What holds and what does not, and what comes next.
    upkeep::Status const& status() const { return m_status; }
    upkeep::Progress const& progress() const { return m_status.progress; }

    Result<void> commit(shop::Change change);
    /// Puts one thing, as a change of its own.
    template<class T> Result<void> edit(Id<T> id, T value, std::string what) {
        shop::Change change{std::move(what), {}, {}, {}};
        change.put(id, std::move(value));
        return commit(std::move(change));
    }
    /// Puts it where it is known, or as a new one.
    template<class T> Result<void> keep(Id<T> known, T value, std::string what) {
        shop::Change change{std::move(what), {}, {}, {}};
        change.put(known ? known : Id<T>{nextId(change)}, std::move(value));
        return commit(std::move(change));
    }
    /// Puts the setup, as a change of its own.
    Result<void> commitSetup(shop::ZeroSetup const& setup, std::string what);
    /// Puts what the setup names in `slot`; when it names none, a new one that it names from then on. `change`: what
    /// else belongs to the same edit.
    template<class T>
    Result<void> put(Id<T> shop::PlaceOfWork::*slot, T value, std::string what, shop::Change change = {}) {
        change.what = std::move(what);
        auto setup = m_setup;
        bool const made = !(setup.place.*slot);
        if (made) setup.place.*slot = {nextId(change)};
        change.put(setup.place.*slot, std::move(value));
        if (made) putSetup(change, setup);
        return commit(std::move(change));
    }
    /// Puts a new one beside what the setup names in `slot`, and names it from then on.
    template<class T> Result<void> another(Id<T> shop::PlaceOfWork::*slot, T value, std::string what) {
        shop::Change change{std::move(what), {}, {}, {}};
        auto setup = m_setup;
        setup.place.*slot = {nextId(change)};
        change.put(setup.place.*slot, std::move(value));
        putSetup(change, setup);
        return commit(std::move(change));
    }
    /// What the setup names in `slot`, or what is assumed instead.
    template<class T> T get(Id<T> shop::PlaceOfWork::*slot, T assumed) const {
        auto const* found = m_book.find(m_setup.place.*slot);
        return found ? *found : std::move(assumed);
    }
    /// The next free number, after those that `change` already gives away.
    std::int64_t nextId(shop::Change const& change) const;
    /// The setup as part of a change; a first one gets its number.
    void putSetup(shop::Change& change, shop::ZeroSetup setup) const;

    /// Another tool in the spindle; the contact becomes the last one that this tool made, or none.
    Result<void> useTool(Id<shop::Assembly> tool);
    /// Another machine, with its own devices and tools.
    Result<void> useMachine(Id<shop::ZeroSetup> setup);
    /// Fills a list with the tools of this machine, the one in the spindle chosen.
    void offerTools(QComboBox& list) const;
    std::vector<std::pair<Id<shop::Assembly>, shop::Assembly const*>> tools() const {
        return shop::toolsOf(m_book, m_setup.place.machine);
    }
    Result<void> report(Result<void> done);

    void practise(std::optional<shop::Contact> contact);
    std::optional<shop::Contact> const& practice() const { return m_practice; }
    /// How the last run of the macro as it stands went; forgotten when the book changes.
    void setRunGood(std::optional<bool> good);

Q_SIGNALS:
    void changed(); ///< the book, the units, the practice contact
    void progressChanged();
    void problem(QString const& words);
    void stationWanted(QString const& id); ///< somebody asks to be shown another station

private:
    void recompute();

    std::unique_ptr<store::Session> m_session;
    Look& m_look;
    Prompter& m_prompter;
    facts::Facts m_facts;
    facts::Reader m_book;
    Id<shop::ZeroSetup> m_setup_id;
    shop::ZeroSetup m_setup;
    std::optional<shop::Contact> m_practice;
    Result<zeroing::PlateZeroResult> m_zero = fail(Code::Missing, {});
    Findings m_slips;
    std::optional<bool> m_run_good;
    upkeep::Status m_status;
    mutable Background m_work;
};

/// Fills a list with things that have a name, the one with the id chosen.
template<class T> void offer(QComboBox& list, facts::Reader const& book, Id<T> chosen, QString const& none = {}) {
    list.clear();
    if (!none.isEmpty()) list.addItem(none, QVariant::fromValue<qlonglong>(0));
    for (auto const& [id, each] : book.all<T>()) {
        list.addItem(text(each->name), QVariant::fromValue<qlonglong>(id.value));
        if (id == chosen) list.setCurrentIndex(list.count() - 1);
    }
}
template<class T> Id<T> chosenIn(QComboBox const& list, int index) { return {list.itemData(index).toLongLong()}; }

} // namespace steady::app
