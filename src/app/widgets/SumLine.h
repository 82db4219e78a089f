// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The sum spelled out in large figures, its result in the accent.

#include "app/widgets/Look.h"
#include "core/zeroing/ZChain.h"

#include <optional>

namespace steady::app {

class SumLine : public QWidget {
    Q_OBJECT

public:
    explicit SumLine(Look const& look, QString const& name = QStringLiteral("sum"), QWidget* parent = nullptr);
    void show(std::optional<zeroing::ZChain> const& chain);
    QString shownText() const; ///< “−63.218 − 9.942 = −73.160 mm”
    QSize sizeHint() const override { return {300, m_look.px(62)}; }
    QSize minimumSizeHint() const override { return sizeHint(); }

protected:
    void paintEvent(QPaintEvent*) override;

private:
    Look const& m_look;
    std::optional<zeroing::ZChain> m_chain;
};

} // namespace steady::app
