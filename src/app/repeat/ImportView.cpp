// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/repeat/ImportView.h"

#include "app/widgets/Box.h"
#include "core/base/Words.h"
#include "core/proving/StudyTypes.h"
#include "core/proving/TypedReading.h"
#include "core/shop/Taken.h"
#include "exchange/WholeFile.h"

#include <QFileInfo>

namespace steady::app {

using namespace Qt::StringLiterals;
using exchange::ImportedReadings;

namespace {

constexpr qint64 most_bytes = 20'000'000;
constexpr int most_console = 2'000'000; ///< letters

constexpr struct {
    char const* name;
    char const* caption;
    int exchange::ReadingColumns::*which;
} columns[] = {{"repeat.column.value", "Readings stand in", &exchange::ReadingColumns::value},
               {"repeat.column.second", "The other way, in", &exchange::ReadingColumns::second},
               {"repeat.column.x", "X, or the diameter that touches", &exchange::ReadingColumns::x},
               {"repeat.column.y", "Y", &exchange::ReadingColumns::y},
               {"repeat.column.group", "Number of the group", &exchange::ReadingColumns::group},
               {"repeat.column.temperature", "Temperature", &exchange::ReadingColumns::temperature}};

} // namespace

ImportView::ImportView(Desk& desk, RowsView* preview, QWidget* parent)
    : QWidget(parent), m_desk(desk), m_preview(preview) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    auto button = [&](QString const& name, QString const& words, void (ImportView::*slot)()) {
        auto* made = new QPushButton(words);
        made->setObjectName(name);
        connect(made, &QPushButton::clicked, this, slot);
        column->addWidget(made);
        return made;
    };
    m_unit = new Choice(u"repeat.import.unit"_s, u"Bare numbers are in"_s, desk.look());
    m_unit->box()->addItems({u"mm"_s, u"inch"_s, u"thousandths of an inch"_s, u"microns"_s});
    connect(m_unit->box(), &QComboBox::activated, this, [this] { m_table ? readTable() : readConsole(); });
    column->addWidget(m_unit);
    m_open = button(u"repeat.import.open"_s, u"Read a file (CSV)"_s, &ImportView::openFile);
    auto* inside = addBox(column, m_columns_box);
    for (auto const& each : columns) {
        auto* choice = new Choice(QString::fromLatin1(each.name), QString::fromUtf8(each.caption), desk.look());
        connect(choice->box(), &QComboBox::activated, this, &ImportView::readTable);
        inside->addWidget(choice);
        m_columns.push_back(choice);
    }
    column->addWidget(styled(new QLabel(u"Or paste what a console shows"_s), Type::Body, Tone::Soft));
    m_console = styled(new QPlainTextEdit, Type::Mono);
    m_console->setObjectName(u"repeat.import.console"_s);
    m_console->setAccessibleName(u"What the console shows"_s);
    m_console->setTabChangesFocus(true);
    m_console->setMinimumHeight(desk.look().px(110));
    column->addWidget(m_console);
    m_pattern =
        new Field(u"repeat.import.pattern"_s, u"Pattern of a line, if it is another"_s, desk.look(), Type::Mono);
    column->addWidget(m_pattern);
    auto const kept = [this](QString const& typed) -> Result<void> {
        m_pattern->show(typed, {}, u"{z} is the reading, {x} and {y} its place, * is anything"_s);
        return {};
    };
    m_pattern->onAccept(kept);
    (void)kept({});
    connect(m_pattern->edit(), &QLineEdit::textChanged, this, &ImportView::readConsole);
    connect(m_console, &QPlainTextEdit::textChanged, this, &ImportView::readConsole);
    m_skip = new QCheckBox(u"Leave those out"_s);
    m_skip->setObjectName(u"repeat.import.skip"_s);
    m_skip->setMinimumHeight(36);
    connect(m_skip, &QCheckBox::toggled, this, &ImportView::showPreview);
    column->addWidget(m_skip);
    m_take = button(u"repeat.import.take"_s, {}, &ImportView::take);
    m_leave = button(u"repeat.import.leave"_s, u"Leave it"_s, &ImportView::leave);
}

double ImportView::unit_mm() const {
    return proving::unit_mm(static_cast<shop::ReadingUnit>(m_unit->box()->currentIndex()));
}

void ImportView::show(Id<shop::Study> study) {
    if (study != m_study)
        if (auto const* found = m_desk.book().find(study))
            m_unit->box()->setCurrentIndex(static_cast<int>(found->typing.unit));
    m_study = study;
    showPreview();
}

void ImportView::openFile() {
    m_desk.prompter().openFile(
        this, u"Read readings"_s, u"Tables (*.csv *.txt *.tsv);;All files (*)"_s, [this](QString const& path) {
            m_desk.work().start(
                u"Reading the file"_s,
                [path](Going const&) -> Result<exchange::CsvTable> {
                    auto const bytes = exchange::readWhole(path, most_bytes);
                    if (!bytes) return Failure(bytes.error());
                    return exchange::readCsv(bytes->toStdString(), QFileInfo(path).fileName().toStdString());
                },
                [this, path](Result<exchange::CsvTable> table) {
                    if (!m_desk.report(table ? Result<void>{} : Failure(table.error()))) return;
                    m_name = QFileInfo(path).fileName();
                    auto const guessed = exchange::guessColumns(*table);
                    m_table = std::make_shared<exchange::CsvTable const>(std::move(*table));
                    for (std::size_t i = 0; i < m_columns.size(); ++i) {
                        auto& box = *m_columns[i]->box();
                        box.clear();
                        box.addItem(u"not in it"_s);
                        for (std::size_t c = 0; c < m_table->columns(); ++c) box.addItem(text(m_table->columnName(c)));
                        box.setCurrentIndex(guessed.*(columns[i].which) + 1);
                    }
                    readTable();
                });
        });
}

void ImportView::readTable() {
    if (!m_table) return;
    exchange::ReadingColumns which;
    for (std::size_t i = 0; i < m_columns.size(); ++i)
        which.*(columns[i].which) = m_columns[i]->box()->currentIndex() - 1;
    m_desk.work().start(
        u"Reading the table"_s,
        [table = m_table, which, unit = unit_mm()](Going const&) {
            return exchange::readingsFrom(*table, which, unit);
        },
        [this](ImportedReadings found) {
            m_wrong.clear();
            m_found = std::make_shared<ImportedReadings const>(std::move(found));
            m_skip->setChecked(false);
            showPreview();
        });
}

void ImportView::readConsole() {
    if (m_table) return;
    auto const words = m_console->toPlainText();
    if (words.trimmed().isEmpty()) return leave();
    m_desk.work().start(
        u"Reading the console"_s,
        [words = words.left(most_console).toStdString(), pattern = m_pattern->edit()->text().trimmed().toStdString(),
         unit = unit_mm()](Going const&) { return exchange::readingsFromConsole(words, pattern, unit); },
        [this, cut = words.size() > most_console](Result<ImportedReadings> found) {
            m_name = u"The console"_s;
            m_wrong = found ? (cut ? u"Only the first 2,000,000 letters are read."_s : QString())
                            : text(describe(found.error()));
            m_found = found ? std::make_shared<ImportedReadings const>(std::move(*found)) : nullptr;
            m_skip->setChecked(false);
            showPreview();
        });
}

void ImportView::take() {
    auto const* study = m_desk.book().find(m_study);
    if (!study || !m_found || m_found->readings.empty()) return;
    auto const& before = m_desk.book().readings(m_study);
    if (!before) return (void)m_desk.report(Failure(before.error()));
    shop::Change change{fmt::format("{} readings from {}", m_found->readings.size(), m_name.toStdString()), {}, {}, {}};
    auto const now = m_desk.session().now();
    for (auto reading : m_found->readings) {
        reading.at_utc_ms = now;
        change.readings.push_back({m_study, std::move(reading)});
    }
    auto changed = *study;
    int const n = shop::takenCount(*before) + static_cast<int>(m_found->readings.size());
    // All of them were there before anybody looked: that is as good as planned.
    if (shop::takenCount(*before) == 0) changed.question.planned = std::max(2, n);
    if (proving::looksAt(changed, n)) changed.question.looks.push_back(n);
    change.put(m_study, std::move(changed));
    if (!m_desk.report(m_desk.commit(std::move(change)))) return;
    m_console->clear();
    leave();
}

void ImportView::leave() {
    m_table.reset();
    m_found.reset();
    m_wrong.clear();
    m_skip->setChecked(false);
    showPreview();
}

void ImportView::showPreview() {
    auto const* study = m_desk.book().find(m_study);
    bool const writable = m_desk.session().writable() && study && !study->practice;
    std::size_t const good = m_found ? m_found->readings.size() : 0, bad = m_found ? m_found->bad.size() : 0;
    m_columns_box->setVisible(m_table != nullptr);
    m_open->setEnabled(writable);
    m_console->setReadOnly(!writable || m_table);
    m_pattern->setWritable(writable && !m_table);
    m_skip->setVisible(bad > 0);
    m_skip->setText(u"Leave out the %1 that cannot be read"_s.arg(bad));
    m_take->setText(u"Take %1 readings over"_s.arg(good));
    m_take->setEnabled(writable && good > 0 && (bad == 0 || m_skip->isChecked()));
    m_leave->setVisible(m_found || m_table);
    auto const units = m_desk.units();
    if (!m_found) {
        m_preview->show({m_wrong.isEmpty()
                             ? Row{study ? u"Nothing read yet."_s : u"Choose or begin a study first."_s,
                                   u"A file, or what a console shows; nothing is kept before you say so."_s}
                             : Row{m_wrong, {}, upkeep::Standing::Failed, Tone::Bad}});
    } else {
        m_preview->showEach(static_cast<int>(bad + good), [found = m_found, units, bad](int at) {
            auto const i = static_cast<std::size_t>(at);
            if (i < bad)
                return Row{u"line %1: “%2”"_s.arg(found->bad[i].line).arg(text(found->bad[i].cell)),
                           u"holds no reading"_s, upkeep::Standing::Failed, Tone::Bad};
            auto const& reading = found->readings[i - bad];
            auto detail = u"read from “%1”"_s.arg(text(reading.as_typed));
            if (reading.x_mm) detail += u" · X "_s + text(lengthText(*reading.x_mm, units));
            if (reading.y_mm) detail += u" · Y "_s + text(lengthText(*reading.y_mm, units));
            if (reading.second_value) detail += u" · the other "_s + text(lengthText(*reading.second_value, units));
            if (reading.group_nr) detail += u" · group %1"_s.arg(*reading.group_nr);
            return Row{text(lengthText(reading.value_mm, units)), detail};
        });
    }
    m_desk.look().dress(this);
    Q_EMIT changed();
}

std::vector<zeroing::Judgement> ImportView::judgements() const {
    if (!m_found)
        return {{Severity::Note,
                 "Any table, any console.",
                 "Comma, semicolon or tab; decimal point or comma; any column and unit. Of a console: reports in "
                 "brackets, parameters with a value, words of axes, a figure a line, or your own pattern.",
                 {}}};
    std::vector<zeroing::Judgement> said;
    auto const bad = m_found->bad.size();
    said.push_back(
        {bad ? Severity::Attention : Severity::Note,
         fmt::format("{}: {} readings, read as {}.", m_name.toStdString(), m_found->readings.size(), m_found->shape),
         bad ? fmt::format("{} lines hold none; they stand first. They are left out only if you say so.", bad)
             : "Every line holds one.",
         {}});
    if (!m_found->readings.empty()) {
        auto const [low, high] =
            std::minmax_element(m_found->readings.begin(), m_found->readings.end(),
                                [](auto const& a, auto const& b) { return a.value_mm < b.value_mm; });
        said.push_back(
            {Severity::Note,
             fmt::format("They span {}.", lengthText(high->value_mm - low->value_mm, m_desk.units())),
             fmt::format("From {} to {}. A unit that is wrong shows here: 25 times too much, or too little.",
                         lengthText(low->value_mm, m_desk.units()), lengthText(high->value_mm, m_desk.units())),
             {}});
    }
    return said;
}

} // namespace steady::app
