// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Macros: the text, what each line does on the virtual machine, and the verdict; kept in the book, saved as .ngc.

#include "app/macros/FaultTableView.h"
#include "app/macros/MacroEditor.h"
#include "app/macros/PhrasesView.h"
#include "app/macros/SendView.h"
#include "app/macros/SenderWordsView.h"
#include "app/macros/Theatre.h"
#include "app/shell/Form.h"
#include "app/shell/Station.h"
#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"
#include "app/widgets/LadderView.h"
#include "app/widgets/Picture.h"
#include "app/widgets/Rows.h"
#include "app/widgets/Sections.h"

#include <QPushButton>
#include <QSlider>

namespace steady::app {

class MacrosStation : public Station {
    Q_OBJECT

public:
    static constexpr std::uint64_t drawn_with = 1; ///< the seed of the worlds
    MacrosStation(Desk& desk, StationName name, QWidget* parent);
    void refresh() override;
    void perform(QString const& action) override;
    void openSection(QString const& id) override { m_sections->open(id); }
    MacroEditor* editor() const { return m_editor; }
    Theatre const& theatre() const { return m_theatre; }
    macros::Kind kind() const { return m_kind; }

public Q_SLOTS:
    /// To the next breakpoint or the end.
    void run();
    void stepOne();
    void startOver();
    void save();
    /// A text from a file, with the subs that stand beside it.
    void readText();
    void saveSheet();
    void writeAnew();
    void toggleBreakpoint();
    /// The text as it stands goes into the book, and how it ran if it has.
    void keep();
    /// Every fault that can touch the text as it stands, each in many worlds.
    void attack();
    /// The same for every macro that the machine's method has a use for, each as the book writes it.
    void attackAll();
    /// The table goes into the book, with the text that it is of.
    void keepTable();

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    void buildRun(QVBoxLayout* page);
    void buildKept(QVBoxLayout* page);
    void buildOwn(QVBoxLayout* page);
    void buildSide(Form<shop::ZeroSetup>* side);
    void buildFaults(QVBoxLayout* page);
    void buildTable();
    void buildPicture();
    std::set<std::string> leftOut() const;
    machine::World world() const;
    /// Runs the text, where that is not done yet; then goes on.
    void whenRun(std::function<void()> then);
    void played();
    void rehearse();
    void fillFaults();
    void fillCompare();
    bool faultApplies() const;
    /// What the text as it stands is attacked with; there must be a rehearsal.
    safety::Attack attackNow() const;
    /// The text to compare with; none: with nothing. Error: it cannot be written.
    Result<std::optional<safety::Attack>> compareWith() const;
    void replay(safety::Fault const* fault, int world, int line);
    bool tableHolds() const;
    bool attackedWell() const; ///< the text as it stands, now or by a table that the book keeps
    bool allHold() const;      ///< nothing has changed since every macro was tried
    void showTable();
    void showPlay();
    void showWatch();
    void showSignals();
    /// What tells most of this macro: heights, or at a changer the lamps.
    void openView() {
        m_views->open(macros::of(m_kind).byClamp() ? QStringLiteral("signals") : QStringLiteral("ladder"));
    }
    void showKept();
    void showCompared();
    void showOwn();
    void showState();
    void showSend();
    bool streamed() const;
    zeroing::LadderContent ladderNow(machine::World const& truth) const;
    std::vector<zeroing::Judgement> judged() const;
    std::vector<zeroing::Judgement> judgedKept() const;
    std::vector<zeroing::Judgement> judgedTable() const;
    std::vector<zeroing::Judgement> judgedSend() const;
    zeroing::Judgement beforeTheRun() const;
    bool edited() const;
    Id<shop::MacroVersion> versionOf(std::string const& text) const;
    Result<void> keepVersion(bool with_run);
    /// A text changed by hand goes into the book before another takes its place.
    void keepEdits();
    /// Whether the control takes another text than the one that runs, in its owner's words.
    bool phrased() const { return m_rehearsal && m_rehearsal->said; }
    Result<void> canLeave() const;
    /// What is loaded into the control, as it stands on the screen.
    std::string loadedText() const;

    macros::Kind m_kind = macros::Kind::PlateZero;
    Result<safety::Rehearsal> m_rehearsal = fail(Code::Missing, {});
    safety::Prediction m_prediction;
    Theatre m_theatre;
    Sections *m_sections, *m_views;
    Choice *m_kinds, *m_fault, *m_world, *m_leave_out, *m_versions, *m_worlds, *m_compare;
    /// What was tried last, and what came of it.
    struct Tried {
        safety::Attack attack;
        Result<ShownTable> shown;
        std::optional<Error> other_unread; ///< why there is nothing to compare with
    };
    std::optional<Tried> m_tried;
    struct TriedMacro {
        macros::Kind kind;
        Result<safety::Rehearsal> written;
        Result<safety::FaultTable> table;
    };
    static Row rowOf(TriedMacro const& tried);
    void openTried(int row);
    std::vector<TriedMacro> m_all_tried;
    std::int64_t m_all_seq = 0; ///< of the book then
    RowsView* m_all;
    FaultTableView* m_table;
    PhrasesView* m_words;
    SendView* m_send;
    SenderWordsView* m_sender;
    QWidget *m_play, *m_table_page;
    QLabel* m_table_words;
    QPushButton *m_attack, *m_attack_all, *m_keep_table;
    LengthField* m_true_thickness;
    std::optional<double> m_true_thickness_mm;
    QPushButton *m_keep, *m_show_version, *m_save, *m_sheet, *m_anew, *m_read;
    QLabel* m_version_words;
    QBoxLayout* m_show; ///< the text and its picture
    MacroEditor* m_editor;
    QSlider* m_slider;
    QLabel* m_said;
    LadderView* m_ladder;
    Picture* m_signals;
    RowsView *m_watch, *m_compared;
    std::vector<std::unique_ptr<FormFields>> m_own; ///< what one macro alone wants to know
    QWidget *m_trim_box, *m_look_box, *m_change_box, *m_side_box, *m_place_box, *m_square_box;
    Choice* m_next_tool;
    QPushButton* m_looked;
    QLabel* m_looked_words;
};

} // namespace steady::app
