// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/Choice.h"

#include "app/widgets/WrappedLabel.h"

namespace steady::app {

Chooser::Chooser(Look const& look, QWidget* parent) : QComboBox(parent), m_look(look) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

/// A few letters; what does not fit is cut and stands in the tip. Qt's own policy for that makes the list at once.
QSize Chooser::sizeHint() const {
    return {fontMetrics().averageCharWidth() * 6 + m_look.px(56), QComboBox::sizeHint().height()};
}

void Chooser::paintEvent(QPaintEvent*) {
    QStyleOptionComboBox option;
    initStyleOption(&option);
    auto const room = style()->subControlRect(QStyle::CC_ComboBox, &option, QStyle::SC_ComboBoxEditField, this).width();
    option.currentText = fontMetrics().elidedText(option.currentText, Qt::ElideRight, room - 6);
    setToolTip(option.currentText == currentText() ? QString() : tip(currentText())); // what is cut can still be read
    QStylePainter painter(this);
    painter.drawComplexControl(QStyle::CC_ComboBox, option);
    painter.drawControl(QStyle::CE_ComboBoxLabel, option);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(m_look.ink().ink, 1.8, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    double const x = width() - m_look.px(18), y = height() / 2.0, d = m_look.px(5);
    painter.drawPolyline(QPolygonF{{x - d, y - d / 2}, {x, y + d / 2}, {x + d, y - d / 2}});
}

Choice::Choice(QString const& name, QString const& caption, Look const& look, QWidget* parent)
    : QWidget(parent), m_box(new Chooser(look, this)) {
    m_box->setObjectName(name);
    m_box->setAccessibleName(caption);
    auto* label = styled(new WrappedLabel(caption, this), Type::Body, Tone::Soft);
    label->setBuddy(m_box);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(3);
    column->addWidget(label);
    column->addWidget(m_box);
}

} // namespace steady::app
