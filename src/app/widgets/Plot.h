// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A chart with a title, and a sentence for those who do not see it; filled only while it is seen.

#include "app/widgets/Look.h"

#include <QPicture>
#include <functional>

class QCustomPlot;

namespace steady::app {

class Plot : public QWidget {
public:
    using Fill = std::function<void(QCustomPlot& plot, paper::Ink const& ink)>;
    Plot(Look const& look, QString const& name, QString const& title, QWidget* parent = nullptr);
    void show(Fill fill, QString const& description);
    using QWidget::show;
    /// The same for a page.
    QPicture recorded(paper::Ink const& ink, QSize size) const;

protected:
    void showEvent(QShowEvent* event) override;

private:
    void draw();

    Look const& m_look;
    QCustomPlot* m_plot;
    Fill m_fill;
    bool m_stale = false;
};

} // namespace steady::app
