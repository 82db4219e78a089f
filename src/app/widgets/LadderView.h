// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The Z ladder on screen: drawn, pointed at, walked through by key. Rungs and arrows are accessible children.

#include "app/widgets/Look.h"
#include "core/zeroing/Ladder.h"

#include <QVariantAnimation>
#include <QWidget>
#include <optional>

namespace steady::app {

class LadderView : public QWidget {
    Q_OBJECT

public:
    explicit LadderView(Look const& look, QWidget* parent = nullptr);

    /// None: an empty ladder with a sentence instead.
    void show(std::optional<zeroing::LadderContent> const& content, QString const& instead = {});
    zeroing::LadderScene const& scene() const { return m_scene; }
    bool filled() const { return m_content.has_value(); }

    struct Part {
        QString key, name, value;
        QRectF box; ///< in this widget
    };
    /// Rungs from the top, then arrows.
    std::vector<Part> parts() const;
    QSize sizeHint() const override { return minimumSizeHint(); } ///< a larger one would make its zone scroll
    /// Room for five rungs with their words; below that the zone scrolls.
    QSize minimumSizeHint() const override { return {m_look.px(340), m_look.px(270)}; }

protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent*) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;
    bool event(QEvent* event) override;

private:
    void layOut(bool animate);
    QRectF pictureArea() const;
    void mark(QString const& key);

    Look const& m_look;
    std::optional<zeroing::LadderContent> m_content;
    QString m_instead;
    zeroing::LadderScene m_scene, m_from;
    double m_share = 1;
    QVariantAnimation m_motion;
    QString m_marked;
};

} // namespace steady::app
