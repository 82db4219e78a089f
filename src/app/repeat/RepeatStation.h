// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Repeatability: studies of switches, seats, homing, discs and lengths; what they prove, what to doubt next, and what
// it all comes to.

#include "app/repeat/ReadingSheet.h"
#include "app/shell/FormStation.h"
#include "app/widgets/Picture.h"
#include "app/widgets/Plot.h"
#include "app/widgets/Rows.h"
#include "core/advice/PurposeBudget.h"
#include "core/proving/Studied.h"
#include "paper/DiscPainter.h"
#include "paper/StudyPlots.h"

namespace steady::app {

class ImportView;
class PracticeView;
class ReadingsList;

class RepeatStation : public FormStation {
    Q_OBJECT

public:
    RepeatStation(Desk& desk, StationName name, QWidget* parent);
    void refresh() override;

private:
    void buildStudies(QVBoxLayout* page);
    void buildReadings(QVBoxLayout* page);
    void buildQuestion(QVBoxLayout* page);
    void buildConditions(QVBoxLayout* page);
    void buildImport(QVBoxLayout* page);
    void buildPractice(QVBoxLayout* page);
    void buildDoubt(QVBoxLayout* page);
    void buildBudget(QVBoxLayout* page);
    void showStudies();
    void showReadings();
    void showQuestion();
    void showConditions();
    void showImport();
    void showPractice();
    void showNothing() {}

    shop::Study const* study() const { return desk().book().find(m_study); }
    shop::Study studyOr() const;
    bool ofThisMachine(shop::Study const& study) const; ///< and no thickness, which belongs to Kit
    shop::Readings const* readings() const;             ///< null: no study, or they cannot be read
    bool writable() const { return desk().session().writable() && study(); }
    std::unique_ptr<Form<shop::Study>> form(QVBoxLayout* into);
    Choice* addChoice(QVBoxLayout* into, char const* name, char const* caption, std::function<void(int)> chosen);
    QPushButton* addButton(QVBoxLayout* into, char const* name, char const* words, std::function<void()> pressed);

    void choose(Id<shop::Study> study);
    void begin();
    void retire();
    Result<void> keepReading(ReadingSheet::Typed const& typed);
    void lookNow();
    void markLast(QString const& cause);
    Result<void> edit(shop::Study study, std::string what);

    void judgeStudy();
    void showState();
    void showZones();
    void showPictures();
    void ask();
    void say();
    void drawStrip();
    void drawDisc();
    void saveProof();
    void saveCsv();

    Id<shop::Study> m_study;
    std::optional<Result<proving::Studied>> m_state;
    advice::BudgetFor m_budget_for = advice::BudgetFor::ZeroByPlate;
    studies::TouchingEnd m_end;

    RowsView* m_list = nullptr;
    std::vector<Id<shop::Study>> m_ids; ///< of the rows
    Choice *m_type = nullptr, *m_device = nullptr, *m_tool = nullptr, *m_standard = nullptr, *m_before = nullptr;
    Field* m_planned = nullptr;
    Choice *m_end_tool = nullptr, *m_purpose = nullptr;
    QPushButton *m_retire = nullptr, *m_look = nullptr, *m_proof = nullptr, *m_csv = nullptr;
    QWidget *m_on_disc = nullptr, *m_known = nullptr, *m_check_box = nullptr;
    QLabel *m_look_words = nullptr, *m_what = nullptr;
    ReadingsList* m_readings = nullptr;
    ImportView* m_import = nullptr;
    PracticeView* m_practice = nullptr;

    ReadingSheet* m_sheet;
    Plot *m_strip, *m_distribution, *m_pairs, *m_checks, *m_budget;
    Picture* m_disc;
    RowsView *m_doubts, *m_preview, *m_kinds;
    QPlainTextEdit* m_macro; ///< of readings
    paper::DiscPicture m_disc_picture;
};

} // namespace steady::app
