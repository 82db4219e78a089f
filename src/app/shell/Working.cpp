// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Working.h"

#include <QHBoxLayout>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

constexpr int unnoticed_ms = 300, tick_ms = 100;
constexpr int steps = 1000;

} // namespace

Working::Working(std::vector<Background*> watched, QWidget* parent) : QWidget(parent), m_watched(std::move(watched)) {
    onSurface(this, Surface::Panel);
    m_words = styled(new QLabel(this), Type::Body);
    m_words->setObjectName(u"working.words"_s);
    m_bar = new QProgressBar(this);
    m_bar->setTextVisible(false);
    m_bar->setAccessibleName(u"How far it is"_s);
    m_stop = new QPushButton(u"Stop"_s, this);
    m_stop->setObjectName(u"working.stop"_s);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(20, 6, 16, 6);
    row->setSpacing(16);
    row->addWidget(m_words);
    row->addWidget(m_bar, 1);
    row->addWidget(m_stop);
    m_soon.setSingleShot(true);
    for (auto* each : m_watched)
        connect(each, &Background::busyChanged, this, [this] {
            if (!busy()) return hide();
            if (!isVisible()) return m_soon.start(unnoticed_ms);
            m_stop->setEnabled(true); // it is the next one's now
            follow();
        });
    connect(&m_soon, &QTimer::timeout, this, [this] {
        if (!busy()) return;
        m_stop->setEnabled(true);
        show();
        follow();
        m_tick.start(tick_ms);
    });
    connect(&m_tick, &QTimer::timeout, this, &Working::follow);
    connect(m_stop, &QPushButton::clicked, this, [this] {
        if (auto* at = busy()) at->stop();
        m_stop->setEnabled(false);
    });
    hide();
}

Background* Working::busy() const {
    for (auto* each : m_watched)
        if (each->busy()) return each;
    return nullptr;
}

void Working::follow() {
    auto const* at = busy();
    if (!at) return m_tick.stop();
    double const share = at->share();
    auto const what =
        m_words->fontMetrics().elidedText(at->what(), Qt::ElideRight, width() / 2); // books have long names
    m_words->setText(what + (share < 0 ? QString() : u", %1 %"_s.arg(qRound(share * 100))));
    m_bar->setRange(0, share < 0 ? 0 : steps); // 0 … 0: it only shows that something goes on
    if (share >= 0) m_bar->setValue(qRound(share * steps));
}

} // namespace steady::app
