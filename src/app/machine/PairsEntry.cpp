// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/machine/PairsEntry.h"

namespace steady::app {

using namespace Qt::StringLiterals;

PairsEntry::PairsEntry(Desk& desk, Words const& words, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    auto choice = [&](QString const& name, QString const& caption, QStringList const& items) {
        auto* made = new Choice(words.prefix + name, caption, desk.look());
        made->box()->addItems(items);
        column->addWidget(made);
        return made;
    };
    m_axis = choice(u".axis"_s, u"Which axis"_s, {u"X"_s, u"Y"_s, u"Z"_s});
    connect(m_axis->box(), &QComboBox::activated, this, [this] {
        m_wanted_mm.reset();
        Q_EMIT axisChanged();
    });
    m_sort = choice(words.sorts.size() == 2 ? u".way"_s : u".sort"_s, words.sort, words.sorts);
    m_wanted = new LengthField(words.prefix + words.wanted_name, words.wanted, desk.look());
    m_wanted->onLength([this](TypedLength const& typed) -> Result<void> {
        m_wanted_mm = typed.mm;
        showFields();
        m_measured->edit()->setFocus();
        return {};
    });
    column->addWidget(m_wanted);
    m_measured = new LengthField(words.prefix + u".measured"_s, words.measured, desk.look());
    m_measured->onLength([this, what = words.what](TypedLength const& typed) -> Result<void> {
        if (!m_wanted_mm) return fail(Code::Missing, {"measured"}, what, "Type it first, then what was measured.");
        return m_keep(m_sort->box()->currentIndex(), *std::exchange(m_wanted_mm, std::nullopt), typed.mm);
    });
    column->addWidget(m_measured);
    m_rows = new RowsView(words.prefix + u".moves"_s, words.list, desk.look());
    column->addWidget(m_rows);
    m_drop = new QPushButton(u"Take the last one away"_s);
    m_drop->setObjectName(words.prefix + u".drop"_s);
    connect(m_drop, &QPushButton::clicked, this, &PairsEntry::dropped);
    column->addWidget(m_drop);
}

void PairsEntry::showFields() {
    bool const writable = m_desk.session().writable();
    for (auto* each : {m_wanted, m_measured}) each->setWritable(writable);
    m_wanted->showLength(m_wanted_mm, u"then type what was measured"_s);
    m_measured->showLength(std::nullopt, u"Enter keeps it"_s);
}

void PairsEntry::show(std::vector<Row> rows, bool can_drop) {
    m_rows->show(std::move(rows));
    m_rows->fitRows(6);
    m_drop->setEnabled(can_drop && m_desk.session().writable());
    showFields();
}

} // namespace steady::app
