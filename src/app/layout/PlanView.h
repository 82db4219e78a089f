// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The plan, to be moved about in: things are dragged, the wheel zooms, dragging beside everything pans.

#include "app/widgets/Look.h"
#include "paper/LayoutPainter.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QWheelEvent>

namespace steady::app {

class PlanView : public QWidget {
    Q_OBJECT

public:
    explicit PlanView(Look const& look, QWidget* parent = nullptr);
    void show(paper::LayoutPicture picture, bool writable);
    paper::LayoutPicture const& shown() const { return m_picture; }
    /// Where the widget draws now.
    paper::PlanMap map() const;
    void zoom(double by);
    void whole();

Q_SIGNALS:
    void chosen(std::int64_t entity);
    /// While it is dragged, and once when it is dropped.
    void dragged(std::int64_t entity, double x_mm, double y_mm, bool dropped);
    void taken(int place); ///< a suggested one

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRectF plan() const;
    /// The middle of what is held, mm; none: nothing is.
    std::optional<QPointF> middleOf(std::int64_t entity) const;
    void zoomAt(QPointF at, double by);

    Look const& m_look;
    paper::LayoutPicture m_picture;
    bool m_writable = true;
    double m_zoom = 1;
    QPointF m_pan; ///< mm, of the middle
    std::int64_t m_held = 0;
    QPointF m_grip;                ///< from the thing's middle to where it was taken, mm
    std::optional<QPointF> m_from; ///< where the pan began, pixels
    bool m_moved = false;
};

} // namespace steady::app
