// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/SumLine.h"

namespace steady::app {

using namespace Qt::StringLiterals;

SumLine::SumLine(Look const& look, QString const& name, QWidget* parent) : QWidget(parent), m_look(look) {
    setObjectName(name);
    setAccessibleName(u"Sum"_s);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
}

void SumLine::show(std::optional<zeroing::ZChain> const& chain) {
    m_chain = chain;
    setAccessibleDescription(shownText());
    updateGeometry();
    update();
}

QString SumLine::shownText() const { return m_chain ? text(m_chain->text(m_look.units())) : QString(); }

void SumLine::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    auto const& ink = m_look.ink();
    painter.setPen(QPen(ink.hairline, 1));
    painter.setBrush(ink.paper);
    painter.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
    if (!m_chain) {
        painter.setFont(ink.font(Type::Body));
        painter.setPen(ink.soft);
        painter.drawText(rect().adjusted(12, 0, -12, 0), Qt::AlignVCenter,
                         u"The sum appears with the first contact."_s);
        return;
    }
    auto const units = m_look.units();
    auto const whole = shownText();
    auto const equals = whole.lastIndexOf(u'=') + 1;
    auto font = ink.font(Type::Sum);
    // The figures shrink before they are cut.
    while (QFontMetrics(font).horizontalAdvance(whole) > width() - 24 && font.pixelSize() > 12)
        font.setPixelSize(font.pixelSize() - 1);
    QRect const line(12, 4, width() - 24, height() / 2);
    painter.setFont(font);
    painter.setPen(ink.ink);
    painter.drawText(line, Qt::AlignVCenter, whole.left(equals));
    int const x = QFontMetrics(font).horizontalAdvance(whole.left(equals));
    font.setBold(true);
    painter.setFont(font);
    painter.setPen(ink.accent);
    painter.drawText(line.adjusted(x, 0, 0, 0), Qt::AlignVCenter, whole.mid(equals));
    painter.setFont(ink.font(Type::Body));
    painter.setPen(m_chain->simulated ? ink.attention : ink.soft);
    auto const words =
        text(m_chain->label + ", " + m_chain->tool + ", " + plusMinusText(m_chain->budget.expanded_95, units)) +
        (m_chain->simulated ? u" · simulated, practice only"_s : u" · goes into the controller"_s);
    QRect const below(12, height() / 2, width() - 24, height() / 2 - 6);
    painter.drawText(below, Qt::AlignVCenter, painter.fontMetrics().elidedText(words, Qt::ElideRight, below.width()));
}

} // namespace steady::app
