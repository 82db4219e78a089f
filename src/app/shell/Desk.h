// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What all stations of a window share: the open book, how it looks, and what follows from it at this moment.

#include "app/shell/Prompter.h"
#include "app/widgets/Look.h"
#include "core/safety/NextStep.h"
#include "core/safety/Rehearsal.h"
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
    shop::Book const& book() const { return m_book; } ///< with sentences in the units shown
    Id<shop::ZeroSetup> setupId() const { return m_setup_id; }
    shop::ZeroSetup const& setup() const { return m_setup; }
    UnitSystem units() const { return m_look.units(); }

    /// The sum as it stands, with the practice contact while there is one.
    Result<zeroing::PlateZeroResult> const& zero() const { return m_zero; }
    /// Macro and world from the book; `leave_out` as in the recipe.
    Result<safety::Rehearsal> rehearse(std::set<std::string> const& leave_out = {}) const;
    safety::Progress progress() const;

    Result<void> commit(shop::Change change);
    /// Puts the setup, as a change of its own.
    Result<void> commitSetup(shop::ZeroSetup const& setup, std::string what);
    /// Another tool in the spindle; the contact becomes the last one that this tool made, or none.
    Result<void> useTool(Id<shop::Assembly> tool);
    /// Fills a list with the tools of the book, the one in the spindle chosen.
    void offerTools(QComboBox& list) const;
    Result<void> report(Result<void> done);

    void practise(std::optional<shop::Contact> contact);
    std::optional<shop::Contact> const& practice() const { return m_practice; }
    /// How the last run of the macro as it stands went; forgotten when the book changes.
    void setRunGood(std::optional<bool> good);

Q_SIGNALS:
    void changed(); ///< the book, the units, the practice contact
    void progressChanged();
    void problem(QString const& words);

private:
    void recompute();

    std::unique_ptr<store::Session> m_session;
    Look& m_look;
    Prompter& m_prompter;
    shop::Book m_book;
    Id<shop::ZeroSetup> m_setup_id;
    shop::ZeroSetup m_setup;
    std::optional<shop::Contact> m_practice;
    Result<zeroing::PlateZeroResult> m_zero = fail(Code::Missing, {});
    std::optional<bool> m_run_good;
};

} // namespace steady::app
