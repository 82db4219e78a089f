// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/macros/FaultTableView.h"

#include "app/widgets/OutcomeMark.h"
#include "core/macros/Print.h"

#include <QHeaderView>
#include <QStyledItemDelegate>
#include <algorithm>
#include <set>

namespace steady::app {

using namespace Qt::StringLiterals;
using safety::RunClass;

namespace {

constexpr int fault_px = 250, crossing_px = 82, row_px = 50;

/// From what a person can live with to what nobody can.
int badness(RunClass kind) {
    switch (kind) {
    case RunClass::Right: return 0;
    case RunClass::StoppedSafely: return 1;
    case RunClass::WrongZero: return 2;
    case RunClass::DidNotEnd: return 3;
    case RunClass::SetterHurt: return 4;
    case RunClass::Collision: return 5;
    }
    return 0;
}

RunClass worstOf(safety::FaultRow const& row) {
    auto worst = RunClass::Right;
    for (auto const& each : row.endings)
        if (badness(each.kind) > badness(worst)) worst = each.kind;
    return worst;
}

class CrossingDelegate : public QStyledItemDelegate {
public:
    CrossingDelegate(Look const& look, QObject* parent) : QStyledItemDelegate(parent), m_look(look) {}
    void paint(QPainter* p, QStyleOptionViewItem const& option, QModelIndex const& index) const override {
        auto const& ink = m_look.ink();
        p->save();
        p->fillRect(option.rect, option.state & QStyle::State_Selected ? ink.chosen : ink.panel);
        auto const kind = index.data(FaultTableModel::EndingRole);
        if (kind.isValid()) {
            auto const outcome = static_cast<RunClass>(kind.toInt());
            bool const listed = index.data(FaultTableModel::ListedRole).toBool();
            QRectF const cell = option.rect;
            double const r = m_look.px(6);
            paintOutcome(*p, {cell.left() + 2.2 * r, cell.top() + cell.height() * 0.34}, r, outcome, listed, ink);
            p->setPen(ink.ink);
            p->setFont(ink.font(Type::Mono));
            p->drawText(cell.adjusted(4 * r, 0, -4, -cell.height() * 0.36), Qt::AlignLeft | Qt::AlignVCenter,
                        index.data(FaultTableModel::RunsRole).toString());
            p->setFont(ink.font(Type::Small));
            p->setPen(safety::isBad(outcome) ? ink.ink : ink.soft);
            p->drawText(cell.adjusted(r, cell.height() * 0.52, -2, 0), Qt::AlignLeft | Qt::AlignVCenter,
                        index.data(FaultTableModel::WordRole).toString());
        }
        if (option.state & QStyle::State_HasFocus) {
            p->setPen(QPen(ink.accent, 2));
            p->drawRect(option.rect.adjusted(1, 1, -2, -2));
        }
        p->restore();
    }

private:
    Look const& m_look;
};

} // namespace

QString shortWord(RunClass kind) {
    switch (kind) {
    case RunClass::Right: return u"right"_s;
    case RunClass::StoppedSafely: return u"stopped"_s;
    case RunClass::WrongZero: return u"wrong"_s;
    case RunClass::SetterHurt: return u"setter hurt"_s;
    case RunClass::Collision: return u"collision"_s;
    case RunClass::DidNotEnd: return u"no end"_s;
    }
    return {};
}

void FaultTableModel::show(ShownTable shown) {
    beginResetModel();
    m_shown = std::move(shown);
    m_rows = {&m_shown.table.nothing};
    for (auto const& row : m_shown.table.rows) m_rows.push_back(&row);
    // What is bad stands first, then what is listed; the order of the list otherwise.
    auto const rank = [](safety::FaultRow const* row) {
        return !row->fault ? 0 : !row->bad() ? 3 : row->listed() ? 2 : 1;
    };
    std::stable_sort(m_rows.begin(), m_rows.end(), [&](auto const* a, auto const* b) { return rank(a) < rank(b); });
    std::set<int> used;
    for (auto const* row : m_rows)
        for (auto const& each : row->endings) used.insert(safety::stepAt(m_shown.steps, each.line));
    used.erase(-1);
    m_columns.assign(used.begin(), used.end());
    endResetModel();
}

int FaultTableModel::columnCount(QModelIndex const&) const {
    return m_rows.empty() ? 0 : summaries() + static_cast<int>(m_columns.size());
}

safety::FaultRow const* FaultTableModel::summary(QModelIndex const& index) const {
    auto const& mine = row(index.row());
    if (index.column() == 0) return &mine;
    if (index.column() >= summaries()) return nullptr;
    if (!mine.fault) return &m_shown.other->nothing;
    for (auto const& each : m_shown.other->rows)
        if (each.fault == mine.fault) return &each;
    return nullptr;
}

safety::Ending const* FaultTableModel::ending(QModelIndex const& index) const {
    if (!index.isValid()) return nullptr;
    safety::Ending const* worst = nullptr;
    auto const look = [&](safety::Ending const& each) {
        if (!worst || badness(each.kind) > badness(worst->kind)) worst = &each;
    };
    if (index.column() < summaries()) {
        if (auto const* of = summary(index))
            for (auto const& each : of->endings) look(each);
        return worst;
    }
    int const step = m_columns[static_cast<std::size_t>(index.column() - summaries())];
    for (auto const& each : row(index.row()).endings)
        if (safety::stepAt(m_shown.steps, each.line) == step) look(each);
    return worst;
}

QVariant FaultTableModel::data(QModelIndex const& index, int role) const {
    auto const* shown = ending(index);
    if (!shown) return {};
    bool const whole = index.column() < summaries();
    int runs = shown->runs;
    if (whole) runs = summary(index)->count(worstOf(*summary(index)));
    switch (role) {
    case EndingRole: return static_cast<int>(shown->kind);
    case RunsRole: return runs;
    case ListedRole: // of the shops by themselves some lie outside, as a 95 % interval says
        return row(index.row()).fault ? row(index.row()).listed() : m_shown.table.nothingIsGood();
    case WordRole:
        return shown->kind == RunClass::WrongZero && !row(index.row()).fault ? u"outside ±"_s : shortWord(shown->kind);
    case Qt::AccessibleTextRole:
    case Qt::ToolTipRole:
        return u"%1 of %2 runs: %3. %4"_s.arg(runs)
            .arg(m_shown.table.worlds)
            .arg(QString::fromUtf8(safety::outcomeWord(shown->kind)),
                 index.column() == 1 && compares() ? u"The text that it is compared with."_s
                                                   : u"Line %1; Enter plays it."_s.arg(shown->line));
    default: return {};
    }
}

QVariant FaultTableModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (m_rows.empty()) return {};
    if (role == Qt::TextAlignmentRole)
        return int(orientation == Qt::Horizontal ? Qt::AlignCenter : Qt::AlignLeft | Qt::AlignVCenter) |
               Qt::TextWordWrap;
    if (orientation == Qt::Horizontal) {
        if (role != Qt::DisplayRole) return {};
        if (section == 0) return compares() ? u"this text"_s : u"as a whole"_s;
        if (section < summaries()) return u"the other"_s;
        auto const step = static_cast<std::size_t>(m_columns[static_cast<std::size_t>(section - summaries())]);
        return QString::fromStdString(m_shown.steps[step].title);
    }
    auto const& of = row(section);
    auto const words = of.fault ? QString::fromUtf8(of.fault->text) : u"Nothing is wrong"_s;
    if (role == Qt::DisplayRole) return of.listed() && of.bad() ? words + u" (listed)"_s : words;
    if (role == Qt::ToolTipRole && of.fault)
        return u"%1\n%2\n%3"_s.arg(words, QString::fromUtf8(of.fault->cause), QString::fromUtf8(of.fault->precaution));
    return {};
}

FaultTableView::FaultTableView(Look const& look, QWidget* parent)
    : QTableView(parent), m_model(new FaultTableModel(this)) {
    setObjectName(u"macro.table"_s);
    setAccessibleName(u"Faults down, steps across"_s);
    setModel(m_model);
    setItemDelegate(new CrossingDelegate(look, this));
    setSelectionMode(QAbstractItemView::SingleSelection);
    setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    setShowGrid(true);
    auto* across = horizontalHeader();
    across->setSectionResizeMode(QHeaderView::Fixed);
    across->setDefaultSectionSize(look.px(crossing_px));
    across->setMinimumHeight(look.px(row_px));
    across->setSectionsClickable(false);
    auto* down = verticalHeader();
    down->setSectionResizeMode(QHeaderView::Fixed);
    down->setDefaultSectionSize(look.px(row_px));
    down->setFixedWidth(look.px(fault_px));
    styled(down, Type::Small);
    down->setSectionsClickable(false);
    connect(this, &QTableView::clicked, this, &FaultTableView::open);
    connect(this, &QTableView::activated, this, &FaultTableView::open);
}

void FaultTableView::show(ShownTable shown) {
    m_model->show(std::move(shown));
    scrollToTop();
}

void FaultTableView::open(QModelIndex const& index) {
    if (m_model->compares() && index.column() == 1) return; // of a text that is not in the editor
    if (auto const* ending = m_model->ending(index))
        Q_EMIT opened(m_model->row(index.row()).fault, ending->first_world, ending->line);
}

} // namespace steady::app
