// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/HappenedPanel.h"

#include "app/widgets/WrappedLabel.h"
#include "core/base/Words.h"

#include <QGridLayout>
#include <QPushButton>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

constexpr int most_columns = 3, between_px = 20;

char const* heading(upkeep::Subject subject) {
    switch (subject) {
    case upkeep::Subject::Setter: return "The setter";
    case upkeep::Subject::Plate: return "The plate";
    case upkeep::Subject::Board: return "The board";
    case upkeep::Subject::Tool: return "The tool in the spindle";
    case upkeep::Subject::Machine: return "Machine, stock and controller";
    }
    return "";
}
/// In which column each stands, of so many: the machine, which has most, beside the others.
int columnOf(upkeep::Subject subject, int columns) {
    switch (subject) {
    case upkeep::Subject::Setter:
    case upkeep::Subject::Plate: return 0;
    case upkeep::Subject::Board:
    case upkeep::Subject::Tool: return columns == most_columns ? 1 : 0;
    case upkeep::Subject::Machine: return columns - 1;
    }
    return 0;
}

} // namespace

HappenedPanel::HappenedPanel(Desk& desk, QWidget* parent) : Overlay(u"happened"_s, desk.look(), parent), m_desk(desk) {
    auto* whole = content();
    auto* top = new QHBoxLayout;
    auto* words =
        styled(new WrappedLabel(u"What happened? One tap records it. It can be undone."_s), Type::Body, Tone::Soft);
    m_amount = new LengthField(u"happened.amount"_s, u"By how much, if known"_s, desk.look());
    m_amount->onCleared([this]() -> Result<void> {
        m_amount_mm.reset();
        return {};
    });
    m_amount->onLength([this](TypedLength const& typed) -> Result<void> {
        auto const units = m_desk.units();
        if (constexpr auto may = shop::bounds::amount_mm; !may.hold(typed.mm))
            return fail(Code::OutOfRange, {"amount"}, lengthText(typed.mm, units),
                        lengthNumber(may.least, units) + " to " + lengthText(may.most, units));
        m_amount_mm = typed.mm;
        m_amount->showLength(m_amount_mm, {});
        return {};
    });
    m_note = new Field(u"happened.note"_s, u"Note, if any"_s, desk.look(), Type::Body);
    m_note->onAccept([this](QString const& typed) -> Result<void> {
        m_note_words = typed.trimmed();
        m_note->show(m_note_words, {}, {});
        return {};
    });
    m_close = new QPushButton(u"Nothing"_s);
    m_close->setObjectName(u"happened.close"_s);
    connect(m_close, &QPushButton::clicked, this, &Overlay::leave);
    top->addWidget(words, 1);
    top->addWidget(m_amount);
    top->addWidget(m_note);
    top->addWidget(m_close, 0, Qt::AlignBottom);
    whole->addLayout(top);
    auto* row = new QHBoxLayout;
    row->setSpacing(between_px);
    for (int i = 0; i < most_columns; ++i) {
        m_columns.push_back(new QVBoxLayout);
        m_columns.back()->setSpacing(10);
        row->addLayout(m_columns.back(), 1);
    }
    whole->addLayout(row);
    int nr = 0;
    for (auto const& each : upkeep::tellable()) {
        auto& group = m_groups[each.subject];
        if (!group) {
            group = new QWidget;
            auto* inside = new QVBoxLayout(group);
            inside->setContentsMargins(0, 0, 0, 0);
            inside->setSpacing(4);
            inside->addWidget(styled(new QLabel(QString::fromUtf8(heading(each.subject))), Type::Heading, Tone::Soft));
        }
        auto* button = new QPushButton(QString::fromUtf8(each.words));
        button->setObjectName(u"happened.%1"_s.arg(nr++));
        button->setProperty("happening", QString::fromLatin1(word(each.what)));
        connect(button, &QPushButton::clicked, this, [this, &each] { tell(each); });
        group->layout()->addWidget(button);
        m_buttons.push_back(button);
    }
    arrange(most_columns);
}

/// So that it never scrolls to the side.
void HappenedPanel::arrange(int columns) {
    for (auto* column : m_columns)
        while (auto* item = column->takeAt(0)) delete item;
    for (auto const& [subject, group] : m_groups)
        m_columns[static_cast<std::size_t>(columnOf(subject, columns))]->addWidget(group);
    for (auto* column : m_columns) column->addStretch();
}

void HappenedPanel::fit(int room) {
    m_amount->setFixedWidth(m_desk.look().px(190));
    m_note->setFixedWidth(m_desk.look().px(210));
    int widest = 0;
    for (auto const& [subject, group] : m_groups) widest = std::max(widest, group->sizeHint().width());
    arrange(std::clamp((room + between_px) / (widest + between_px), 1, most_columns));
}

void HappenedPanel::open() {
    m_amount_mm.reset();
    m_note_words.clear();
    m_amount->showLength({}, {});
    m_note->show({}, {}, {});
    for (auto* button : m_buttons) button->setEnabled(m_desk.session().writable());
    Overlay::open(m_desk.session().writable() ? m_buttons.front() : m_close);
}

void HappenedPanel::tell(upkeep::Tellable const& what) {
    auto change = upkeep::record(m_desk.book(), m_desk.setupId(), what, m_desk.session().now(), m_amount_mm,
                                 m_note_words.toStdString());
    leave();
    if (!m_desk.report(change ? Result<void>() : Failure(change.error()))) return;
    (void)m_desk.report(m_desk.commit(std::move(*change)));
}

} // namespace steady::app
