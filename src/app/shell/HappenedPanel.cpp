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

constexpr int columns = 3;

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
/// Plate below setter, tool below board, the machine beside them.
int columnOf(upkeep::Subject subject) {
    switch (subject) {
    case upkeep::Subject::Setter:
    case upkeep::Subject::Plate: return 0;
    case upkeep::Subject::Board:
    case upkeep::Subject::Tool: return 1;
    case upkeep::Subject::Machine: return 2;
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
        if (typed.mm <= 0 || typed.mm > 50)
            return fail(Code::OutOfRange, {"amount"}, lengthText(typed.mm, m_desk.units()), "0 to 50 mm");
        m_amount_mm = typed.mm;
        m_amount->showLength(m_amount_mm, u"of the board"_s);
        return {};
    });
    m_close = new QPushButton(u"Nothing"_s);
    m_close->setObjectName(u"happened.close"_s);
    connect(m_close, &QPushButton::clicked, this, &Overlay::leave);
    top->addWidget(words, 1);
    top->addWidget(m_amount);
    top->addWidget(m_close);
    whole->addLayout(top);
    auto* row = new QHBoxLayout;
    row->setSpacing(20);
    std::vector<QVBoxLayout*> column;
    for (int i = 0; i < columns; ++i) {
        column.push_back(new QVBoxLayout);
        column.back()->setSpacing(4);
        row->addLayout(column.back(), 1);
    }
    std::optional<upkeep::Subject> last[columns];
    int nr = 0;
    for (auto const& each : upkeep::tellable()) {
        auto const in = static_cast<std::size_t>(columnOf(each.subject));
        if (last[in] != each.subject) {
            if (last[in]) column[in]->addSpacing(10);
            column[in]->addWidget(
                styled(new QLabel(QString::fromUtf8(heading(each.subject))), Type::Heading, Tone::Soft));
        }
        last[in] = each.subject;
        auto* button = new QPushButton(QString::fromUtf8(each.words));
        button->setObjectName(u"happened.%1"_s.arg(nr++));
        button->setProperty("happening", QString::fromLatin1(word(each.what)));
        connect(button, &QPushButton::clicked, this, [this, &each] { tell(each); });
        column[in]->addWidget(button);
        m_buttons.push_back(button);
    }
    for (auto* each : column) each->addStretch();
    whole->addLayout(row);
}

void HappenedPanel::open() {
    m_amount_mm.reset();
    m_amount->showLength({}, u"of the board"_s);
    for (auto* button : m_buttons) button->setEnabled(m_desk.session().writable());
    Overlay::open(m_desk.session().writable() ? m_buttons.front() : m_close);
}

void HappenedPanel::tell(upkeep::Tellable const& what) {
    auto change = upkeep::record(m_desk.book(), m_desk.setupId(), what, m_desk.session().now(),
                                 what.amount ? m_amount_mm : std::nullopt);
    leave();
    if (!m_desk.report(change ? Result<void>() : Failure(change.error()))) return;
    (void)m_desk.report(m_desk.commit(std::move(*change)));
}

} // namespace steady::app
