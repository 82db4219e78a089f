// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/ToolTableView.h"

#include "app/shell/SaveFile.h"
#include "app/widgets/Box.h"
#include "core/base/Words.h"
#include "exchange/WholeFile.h"

#include <QFileInfo>

namespace steady::app {

using namespace Qt::StringLiterals;
using exchange::ToolColumn;
using shop::Assembly;

namespace {

constexpr qint64 most_bytes = 500'000; ///< ten thousand tools; what is read again at each choice of a column

Result<exchange::CsvTable> readFile(QString const& path) {
    auto const bytes = exchange::readWhole(path, most_bytes);
    if (!bytes) return Failure(bytes.error());
    return exchange::readCsv(bytes->toStdString(), QFileInfo(path).fileName().toStdString());
}

} // namespace

ToolTableView::ToolTableView(Desk& desk, RowsView* rows, QWidget* parent)
    : QWidget(parent), m_desk(desk), m_rows(rows) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    auto button = [&](QVBoxLayout* into, QString const& name, QString const& words, void (ToolTableView::*slot)()) {
        auto* made = new QPushButton(words);
        made->setObjectName(name);
        connect(made, &QPushButton::clicked, this, slot);
        into->addWidget(made);
        return made;
    };
    m_open = button(column, u"kit.table.open"_s, u"Read a table (CSV)"_s, &ToolTableView::open);
    m_write = button(column, u"kit.table.write"_s, u"Write the table (CSV)"_s, &ToolTableView::write);
    auto* inside = addBox(column, m_columns_box);
    m_take = button(inside, u"kit.table.take"_s, {}, &ToolTableView::take);
    m_leave = button(inside, u"kit.table.leave"_s, u"Leave it"_s, &ToolTableView::leave);
    m_units = new Choice(u"kit.table.units"_s, u"Lengths without a unit are"_s, desk.look());
    m_units->box()->addItems({u"millimetres"_s, u"inches"_s});
    inside->addWidget(m_units);
    connect(m_units->box(), &QComboBox::activated, this, &ToolTableView::read);
    for (std::size_t i = 0; i < exchange::tool_columns; ++i) {
        auto const each = static_cast<ToolColumn>(i);
        auto* choice = new Choice(u"kit.table."_s + QString::fromLatin1(exchange::headerOf(each)),
                                  QString::fromUtf8(exchange::wordsOf(each)), desk.look());
        connect(choice->box(), &QComboBox::activated, this, &ToolTableView::read);
        inside->addWidget(choice);
        m_columns.push_back(choice);
    }
}

void ToolTableView::open() {
    m_desk.prompter().openFile(this, u"Read a tool table"_s, u"Tables (*.csv *.txt *.tbl *.tsv);;All files (*)"_s,
                               [this](QString const& path) {
                                   m_desk.work().start(
                                       u"Reading the table"_s, [path](Going const&) { return readFile(path); },
                                       [this, path](Result<exchange::CsvTable> table) {
                                           if (!m_desk.report(table ? Result<void>{} : Failure(table.error()))) return;
                                           m_name = QFileInfo(path).fileName();
                                           m_table = std::move(*table);
                                           auto const guessed = exchange::guessMapping(*m_table);
                                           for (std::size_t i = 0; i < m_columns.size(); ++i) {
                                               auto& box = *m_columns[i]->box();
                                               box.clear();
                                               box.addItem(u"not in it"_s);
                                               for (std::size_t c = 0; c < m_table->columns(); ++c)
                                                   box.addItem(text(m_table->columnName(c)));
                                               box.setCurrentIndex(guessed[i] ? static_cast<int>(*guessed[i]) + 1 : 0);
                                           }
                                           m_units->box()->setCurrentIndex(static_cast<int>(m_desk.units()));
                                           read();
                                       });
                               });
}

void ToolTableView::read() {
    if (!m_table) return;
    exchange::ToolMapping mapping;
    for (std::size_t i = 0; i < m_columns.size(); ++i)
        if (int const at = m_columns[i]->box()->currentIndex(); at > 0) mapping[i] = static_cast<std::size_t>(at - 1);
    auto found = exchange::readTools(*m_table, mapping, static_cast<UnitSystem>(m_units->box()->currentIndex()));
    m_wrong = found ? QString() : text(describe(found.error()));
    m_found = found ? std::move(*found) : exchange::ReadTools{};
    refresh();
    Q_EMIT changed();
}

void ToolTableView::take() {
    if (m_found.good.empty()) return;
    shop::Change change{fmt::format("{} tools from {}", m_found.good.size(), m_name.toStdString()), {}, {}, {}};
    auto const now = m_desk.session().now();
    for (auto const& row : m_found.good) {
        Id<Assembly> id;
        Assembly onto;
        for (auto const& [known, tool] : m_desk.tools())
            if (tool->number == row.tool.number) {
                id = known;
                onto = *tool;
            }
        if (!id) {
            id = {m_desk.nextId(change)};
            onto.number = row.tool.number;
            onto.name = row.tool.name;
            onto.gripped_utc_ms = now;
            onto.machine = m_desk.setup().place.machine;
        }
        change.put(id, exchange::merged(std::move(onto), row));
    }
    if (!m_desk.report(m_desk.commit(std::move(change)))) return;
    leave();
}

void ToolTableView::leave() {
    m_table.reset();
    m_found = {};
    m_wrong.clear();
    refresh();
    Q_EMIT changed();
}

std::vector<Assembly> ToolTableView::byNumber() const {
    std::vector<Assembly> tools;
    for (auto const& [id, tool] : m_desk.tools()) tools.push_back(*tool);
    std::stable_sort(tools.begin(), tools.end(), [](auto const& a, auto const& b) { return a.number < b.number; });
    return tools;
}

void ToolTableView::write() {
    auto const tools = byNumber();
    saveFile(m_desk, this, {u"Write the tool table"_s, u"tools.csv"_s, u"Tables (*.csv)"_s, u"Writing the table"_s},
             [tools](QString const& path) {
                 return exchange::writeWhole(path, QByteArray::fromStdString(exchange::writeTools(tools)));
             });
}

void ToolTableView::refresh() {
    bool const writable = m_desk.session().writable();
    m_columns_box->setVisible(m_table.has_value());
    m_open->setEnabled(writable);
    m_write->setEnabled(!m_desk.tools().empty());
    m_take->setText(u"Take %1 tools over"_s.arg(m_found.good.size()));
    m_take->setEnabled(writable && !m_found.good.empty());
    m_desk.look().dress(m_columns_box);
    showRows();
}

void ToolTableView::showRows() {
    std::vector<Row> rows;
    auto const units = m_desk.units();
    auto const here = byNumber();
    auto line = [&](Assembly const& tool) {
        auto detail = text(fmt::format("Ø {}", lengthText(tool.diameter_mm, units)));
        if (tool.length_mm) detail += u" · length "_s + text(lengthText(*tool.length_mm, units));
        return Row{text(fmt::format("{}  {}", tool.number, tool.name)), detail};
    };
    if (m_table) {
        for (auto const& finding : m_found.bad)
            rows.push_back({text(finding.text), text(finding.remedy), upkeep::Standing::Failed, Tone::Bad});
        for (auto const& row : m_found.good) {
            auto shown = line(row.tool);
            bool const known =
                std::any_of(here.begin(), here.end(), [&](auto const& each) { return each.number == row.tool.number; });
            shown.detail += known ? u" · changes the one that is here"_s : u" · new"_s;
            shown.mark = upkeep::Standing::Proved;
            rows.push_back(std::move(shown));
        }
        if (!m_wrong.isEmpty()) rows.push_back({m_wrong, {}, upkeep::Standing::Failed});
    } else {
        for (auto const& tool : here) rows.push_back(line(tool));
        if (rows.empty()) rows.push_back({u"No tools yet."_s, u"Type one at Tool, or read a table."_s});
    }
    m_rows->show(std::move(rows));
}

std::vector<zeroing::Judgement> ToolTableView::judgements() const {
    if (!m_table)
        return {{Severity::Note,
                 "A table goes in and out as CSV.",
                 "Any order of columns, comma or semicolon, decimal point or comma. Nothing is taken over before you "
                 "have seen it; what a row does not say stays as it is.",
                 {}}};
    std::vector<zeroing::Judgement> said;
    said.push_back({m_found.bad.empty() ? Severity::Note : Severity::Attention,
                    fmt::format("{}: {} rows can be read, {} cannot.", m_name.toStdString(), m_found.good.size(),
                                m_found.bad.size()),
                    m_found.bad.empty() ? "Look whether each column is the right one."
                                        : "Those that cannot are named, and left out if you take the others.",
                    {}});
    said.push_back({Severity::Note,
                    "A length from a table",
                    "Counts as typed: it says where a search begins. What the setter measures stays what it is.",
                    {}});
    return said;
}

} // namespace steady::app
