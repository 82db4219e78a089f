// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Station.h"

namespace steady::app {
namespace {

constexpr int judgement_px = 290;
constexpr int picture_least_px = 430;

/// What stands in a scrolling zone: never lower than its wrapped words need, so that it scrolls instead of squeezing.
class ZoneContent : public QWidget {
protected:
    void resizeEvent(QResizeEvent*) override { keepHeight(); }
    bool event(QEvent* event) override {
        bool const done = QWidget::event(event);
        if (event->type() == QEvent::LayoutRequest) keepHeight();
        return done;
    }

private:
    void keepHeight() {
        int const needed =
            layout()->hasHeightForWidth() ? layout()->totalHeightForWidth(width()) : layout()->totalSizeHint().height();
        if (needed != minimumHeight()) setMinimumHeight(needed);
    }
};

QScrollArea* zone(QWidget* content, QWidget* parent) {
    auto* area = new QScrollArea(parent);
    area->setWidget(content);
    area->setWidgetResizable(true);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area->setFocusPolicy(Qt::NoFocus);
    area->viewport()->setAutoFillBackground(false);
    content->setAutoFillBackground(false);
    return area;
}

} // namespace

Station::Station(Desk& desk, StationName name, QWidget* parent)
    : QWidget(parent), m_desk(desk), m_name(std::move(name)), m_picture_px(picture_least_px) {
    setObjectName(m_name.id);
    resize(parent->size()); // as large as it will be: what is made in it is not laid out twice
    auto* entry = new ZoneContent;
    m_entry = new QVBoxLayout(entry);
    m_entry->setContentsMargins(4, 0, 12, 8);
    m_entry->setSpacing(12);
    m_entry_zone = zone(entry, this);
    auto* middle = new QWidget;
    m_picture = new QVBoxLayout(middle);
    m_picture_zone = zone(middle, this);
    onSurface(middle, Surface::Panel);
    m_picture->setContentsMargins(12, 10, 12, 10);
    m_picture->setSpacing(8);
    auto* side = new ZoneContent;
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(4, 0, 12, 8);
    m_judgement_heading = styled(new QLabel(QStringLiteral("Judgement"), side), Type::Heading, Tone::Soft);
    column->addWidget(m_judgement_heading);
    m_judgement = new JudgementPanel(desk.look(), side);
    column->addWidget(m_judgement, 1);
    m_judgement_zone = zone(side, this);
    m_strip = new QPushButton(this);
    m_strip->setObjectName(m_name.id + QStringLiteral(".judgement"));
    m_strip->setCheckable(true);
    m_strip->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    connect(m_strip, &QPushButton::toggled, this, &Station::arrange);
    connect(m_judgement, &JudgementPanel::shown, this, &Station::showStrip);
    m_grid = new QGridLayout(this);
    m_grid->setContentsMargins(16, 14, 8, 14);
    m_grid->setHorizontalSpacing(14);
    arrange();
}

void Station::addHeading(QString const& words) {
    m_entry->addWidget(styled(new QLabel(words), Type::Heading, Tone::Soft));
}

void Station::foldJudgement(int picture_px) {
    m_picture_px = picture_px;
    m_folds = true;
    arrange();
}

/// Three zones side by side; where they do not fit, the judgement goes below the picture.
void Station::arrange() {
    auto const& look = m_desk.look();
    int const entry = look.px(entry_px), side = look.px(judgement_px);
    bool const narrow = width() > 0 && width() < entry + side + look.px(m_picture_px);
    bool const strip = narrow && m_folds;
    m_narrow = narrow;
    m_entry_zone->setFixedWidth(entry);
    m_grid->addWidget(m_entry_zone, 0, 0, narrow ? 3 : 1, 1);
    m_grid->addWidget(m_picture_zone, 0, 1);
    m_grid->addWidget(m_strip, 2, 1);
    m_grid->addWidget(m_judgement_zone, narrow ? 1 : 0, narrow ? 1 : 2);
    m_strip->setVisible(strip);
    m_judgement_heading->setVisible(!strip);
    m_judgement_zone->setVisible(!strip || m_strip->isChecked());
    if (strip) showStrip();
    m_judgement_zone->setMinimumWidth(narrow ? 0 : side);
    m_judgement_zone->setMaximumWidth(narrow ? QWIDGETSIZE_MAX : side);
    m_grid->setColumnStretch(1, 1);
    m_grid->setRowStretch(0, 3);
    m_grid->setRowStretch(1, narrow && m_judgement_zone->isVisibleTo(this) ? 2 : 0);
}

/// As much of the first line as there is room for; what is cut is in the tip, and one click away.
void Station::showStrip() {
    if (!m_narrow || !m_folds) return;
    auto const first = m_judgement->headline();
    auto const words = QStringLiteral("Judgement: ") + first;
    auto const act = m_strip->isChecked() ? QStringLiteral("  ·  fold") : QStringLiteral("  ·  open");
    auto const room = std::max(60, m_picture_zone->width() - m_desk.look().px(110));
    m_strip->setText(
        m_strip->fontMetrics().elidedText(words, Qt::ElideRight, room).replace(u'&', QStringLiteral("&&")) + act);
    m_strip->setToolTip(m_strip->isChecked() ? QStringLiteral("Fold it to a line") : tip(words));
    m_strip->setAccessibleName(words);
    m_desk.look().dress(styled(m_strip, Type::Strong, m_judgement->tone()));
}

void Station::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    arrange();
}

} // namespace steady::app
