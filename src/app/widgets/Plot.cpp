// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/Plot.h"

#include "paper/StudyPlots.h"
#include "paper/ThirdPartyPlot.h"

namespace steady::app {

Plot::Plot(Look const& look, QString const& name, QString const& title, QWidget* parent)
    : QWidget(parent), m_look(look), m_plot(new QCustomPlot(this)) {
    setObjectName(name);
    setAccessibleName(title);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    auto* heading = styled(new QLabel(title), Type::Heading, Tone::Soft);
    heading->setContentsMargins(8, 0, 8, 0);
    column->addWidget(heading);
    m_plot->setFocusPolicy(Qt::NoFocus);
    m_plot->setMinimumHeight(look.px(110));
    column->addWidget(m_plot, 1);
}

void Plot::show(Fill fill, QString const& description) {
    m_fill = std::move(fill);
    setAccessibleDescription(description);
    m_stale = true;
    if (isVisible()) draw();
}

void Plot::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    if (m_stale) draw();
}

void Plot::draw() {
    m_stale = false;
    if (m_fill) m_fill(*m_plot, m_look.ink());
    m_plot->replot(QCustomPlot::rpQueuedReplot);
}

QPicture Plot::recorded(paper::Ink const& ink, QSize size) const {
    return paper::recorded(
        [&](QCustomPlot& plot) {
            if (m_fill) m_fill(plot, ink);
        },
        size);
}

} // namespace steady::app
