// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/LadderView.h"

#include "paper/LadderPainter.h"

namespace steady::app {
namespace {

constexpr int motion_ms = 160;
constexpr double title_px = 30;

QRectF boxOf(zeroing::Rect const& r) { return {r.x, r.y, r.width, r.height}; }

} // namespace

LadderView::LadderView(Look const& look, QWidget* parent) : QWidget(parent), m_look(look) {
    setObjectName(QStringLiteral("ladder"));
    setAccessibleName(QStringLiteral("Z ladder"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    m_motion.setDuration(motion_ms);
    m_motion.setStartValue(0.0);
    m_motion.setEndValue(1.0);
    m_motion.setEasingCurve(QEasingCurve::OutCubic);
    connect(&m_motion, &QVariantAnimation::valueChanged, this, [this](QVariant const& share) {
        m_share = share.toDouble();
        update();
    });
    connect(&look, &Look::changed, this, [this] { layOut(false); });
}

QRectF LadderView::pictureArea() const {
    double const top = m_look.px(title_px);
    return {0, top, static_cast<double>(width()), height() - top};
}

void LadderView::show(std::optional<zeroing::LadderContent> const& content, QString const& instead) {
    m_instead = instead;
    bool const animate = m_content && content;
    m_content = content;
    layOut(animate);
}

void LadderView::layOut(bool animate) {
    if (!m_content) {
        m_scene = {};
        update();
        return;
    }
    auto const area = pictureArea();
    auto next = zeroing::layoutLadder(*m_content, area.width(), area.height(), paper::ladderMeasure(m_look.ink()));
    m_from = m_scene;
    m_scene = std::move(next);
    m_motion.stop();
    m_share = 1;
    if (animate && m_look.motion()) m_motion.start();
    update();
}

void LadderView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    auto const& ink = m_look.ink();
    painter.fillRect(this->rect(), ink.panel);
    painter.setFont(ink.font(Type::Heading));
    painter.setPen(ink.soft);
    QRectF const title(8, 0, width() - 16, m_look.px(title_px));
    painter.drawText(title, Qt::AlignLeft | Qt::AlignVCenter, QStringLiteral("Z ladder"));
    if (!m_content) {
        painter.setFont(ink.font(Type::Body));
        painter.drawText(QRectF(this->rect()).adjusted(40, 40, -40, -40), Qt::AlignCenter | Qt::TextWordWrap,
                         m_instead);
        return;
    }
    painter.setFont(ink.font(Type::Small));
    auto const words = text(m_scene.scale_title + " · " + m_scene.note);
    painter.drawText(title.adjusted(m_look.px(70), 0, 0, 0), Qt::AlignRight | Qt::AlignVCenter,
                     QFontMetrics(painter.font())
                         .elidedText(words, Qt::ElideMiddle, static_cast<int>(title.width()) - m_look.px(76)));
    painter.translate(pictureArea().topLeft());
    auto const shown = m_share < 1 ? zeroing::blend(m_from, m_scene, m_share) : m_scene;
    paper::paintLadder(painter, shown, ink, m_marked);
    painter.resetTransform();
    if (hasFocus()) {
        painter.setPen(QPen(ink.accent, 2));
        painter.drawRect(this->rect().adjusted(1, 1, -1, -1));
    }
}

void LadderView::resizeEvent(QResizeEvent*) { layOut(false); }

std::vector<LadderView::Part> LadderView::parts() const {
    std::vector<Part> found;
    auto const origin = pictureArea().topLeft();
    for (auto const& rung : m_scene.rungs)
        found.push_back({text(rung.key), text(rung.label), text(rung.value), boxOf(rung.label_box).translated(origin)});
    for (auto const& arrow : m_scene.arrows)
        found.push_back(
            {text(arrow.key), text(arrow.label), text(arrow.value), boxOf(arrow.label_box).translated(origin)});
    return found;
}

void LadderView::mark(QString const& key) {
    if (m_marked == key) return;
    m_marked = key;
    update();
}

void LadderView::mouseMoveEvent(QMouseEvent* event) {
    QString under;
    for (auto const& part : parts())
        if (part.box.adjusted(-4, -4, 4, 4).contains(event->position())) under = part.key;
    mark(under);
}

void LadderView::leaveEvent(QEvent*) { mark({}); }

void LadderView::keyPressEvent(QKeyEvent* event) {
    auto const all = parts();
    if (all.empty() || (event->key() != Qt::Key_Down && event->key() != Qt::Key_Up)) {
        QWidget::keyPressEvent(event);
        return;
    }
    std::size_t at = 0;
    for (std::size_t i = 0; i < all.size(); ++i)
        if (all[i].key == m_marked) at = i;
    if (!m_marked.isEmpty()) at = (at + (event->key() == Qt::Key_Down ? 1 : all.size() - 1)) % all.size();
    mark(all[at].key);
    setAccessibleDescription(all[at].name + QStringLiteral(": ") + all[at].value);
}

void LadderView::focusInEvent(QFocusEvent* event) {
    QWidget::focusInEvent(event);
    update();
}

void LadderView::focusOutEvent(QFocusEvent* event) {
    QWidget::focusOutEvent(event);
    mark({});
    update();
}

bool LadderView::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        for (auto const& part : parts()) {
            if (!part.box.contains(help->pos())) continue;
            QString source;
            for (auto const& term : m_content->chain.terms)
                if (text(term.key) == part.key) source = QStringLiteral(" (") + text(term.source) + QStringLiteral(")");
            QToolTip::showText(help->globalPos(), part.name + QStringLiteral(": ") + part.value + source, this);
            return true;
        }
        QToolTip::hideText();
    }
    return QWidget::event(event);
}

} // namespace steady::app
