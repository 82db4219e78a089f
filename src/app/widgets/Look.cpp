// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/Look.h"

#include "core/base/Words.h"

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

constexpr char const* dress_property = "dress";

template<class E> int packed(std::optional<E> value) { return value ? static_cast<int>(*value) + 1 : 0; }
template<class E> std::optional<E> unpacked(int value) {
    return value > 0 ? std::optional(static_cast<E>(value - 1)) : std::nullopt;
}

} // namespace

Dress Dress::of(QWidget const* widget) {
    if (widget->dynamicPropertyNames().isEmpty()) return {};
    int const all = widget->property(dress_property).toInt();
    return {unpacked<Type>(all & 0xff), unpacked<Tone>(all >> 8 & 0xff), unpacked<Surface>(all >> 16)};
}

void Dress::putOn(QWidget* widget) const {
    widget->setProperty(dress_property, packed(type) | packed(tone) << 8 | packed(surface) << 16);
}

Look::Look(QObject* parent) : QObject(parent) { load(); }

namespace {

paper::Ink inkOf(bool night) {
    QFile file(night ? u":/themes/night.json"_s : u":/themes/day.json"_s);
    if (!file.open(QIODevice::ReadOnly)) qFatal("a theme is missing from the program");
    auto const ink = paper::inkFromJson(file.readAll());
    if (!ink) qFatal("%s", describe(ink.error()).c_str());
    return *ink;
}

} // namespace

paper::Ink Look::pageInk() { return inkOf(false); }

void Look::load() {
    m_ink = inkOf(m_night);
    m_ink.scale = m_scale;
    QPalette palette;
    for (auto const group : {QPalette::Active, QPalette::Inactive, QPalette::Disabled}) {
        bool const off = group == QPalette::Disabled;
        auto set = [&](QPalette::ColorRole role, QColor const& colour) { palette.setColor(group, role, colour); };
        set(QPalette::Window, m_ink.paper);
        set(QPalette::Base, m_ink.panel);
        set(QPalette::AlternateBase, m_ink.paper);
        set(QPalette::Button, m_ink.panel);
        set(QPalette::WindowText, off ? m_ink.soft : m_ink.ink);
        set(QPalette::Text, off ? m_ink.soft : m_ink.ink);
        set(QPalette::ButtonText, off ? m_ink.soft : m_ink.ink);
        set(QPalette::PlaceholderText, m_ink.soft);
        set(QPalette::Highlight, m_ink.accent);
        set(QPalette::HighlightedText, m_ink.on_accent);
        set(QPalette::Link, m_ink.accent);
        set(QPalette::ToolTipBase, m_ink.panel);
        set(QPalette::ToolTipText, m_ink.ink);
        for (auto const role : {QPalette::Light, QPalette::Midlight, QPalette::Mid, QPalette::Dark})
            set(role, m_ink.border);
        set(QPalette::Shadow, m_ink.border);
    }
    QApplication::setPalette(palette);
    QApplication::setFont(m_ink.font(Type::Body));
    // Geometry, with colours by palette role only.
    qApp->setStyleSheet(uR"(
        QLineEdit, QComboBox { border: 1px solid palette(mid); border-radius: 4px; padding: 2px 8px; min-height: %1px; background: palette(base); }
        QLineEdit:focus, QComboBox:focus { border: 2px solid palette(highlight); padding: 1px 7px; }
        QComboBox::drop-down { width: %1px; border: none; }
        QComboBox QAbstractItemView { border: 1px solid palette(mid); selection-background-color: palette(highlight); }
        QComboBox QAbstractItemView::item { min-height: %2px; }
        QPushButton, QToolButton { border: 1px solid palette(mid); border-radius: 4px; padding: 2px 12px; min-height: %1px; background: palette(base); }
        QPushButton:hover, QToolButton:hover { border-color: palette(highlight); }
        QPushButton:focus, QToolButton:focus { border: 2px solid palette(highlight); padding: 1px 11px; }
        QPushButton:checked, QToolButton:checked { background: palette(highlight); color: palette(highlighted-text); border-color: palette(highlight); }
        QPushButton[quiet="true"], QToolButton[quiet="true"] { border-color: transparent; background: transparent; padding: 2px 4px; text-align: left; }
        QPushButton[quiet="true"]:focus, QToolButton[quiet="true"]:focus { padding: 1px 3px; }
        QPushButton[quiet="true"]:hover { border-color: palette(mid); }
        QPushButton[quiet="true"]:focus, QToolButton[quiet="true"]:focus { border-color: palette(highlight); }
        QToolButton::menu-indicator { image: none; width: 0px; }
        QCheckBox { min-height: %2px; spacing: 8px; }
        QMenuBar { background: palette(window); padding: 0px 12px; }
        QMenuBar::item { padding: 5px 10px; background: transparent; border-radius: 4px; }
        QMenuBar::item:selected { background: palette(highlight); color: palette(highlighted-text); }
        QMenu::item { min-height: %1px; padding: 2px 24px 2px 16px; }
        QMenu::item:selected { background: palette(highlight); color: palette(highlighted-text); }
        QHeaderView, QTableView { background: palette(base); border: none; }
        QHeaderView::section { background: palette(base); border: none; border-right: 1px solid palette(mid); border-bottom: 1px solid palette(mid); padding: 2px 6px; }
        QTableCornerButton::section { background: palette(base); border: none; border-right: 1px solid palette(mid); border-bottom: 1px solid palette(mid); }
        QScrollArea { border: none; background: transparent; }
        QScrollBar:vertical { width: 12px; background: transparent; margin: 0px; }
        QScrollBar:horizontal { height: 12px; background: transparent; margin: 0px; }
        QScrollBar::handle { background: palette(mid); border-radius: 4px; margin: 2px; }
        QScrollBar::handle:vertical { min-height: 36px; }
        QScrollBar::handle:horizontal { min-width: 36px; }
        QScrollBar::add-line, QScrollBar::sub-line { width: 0px; height: 0px; }
        QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
        QToolTip { border: 1px solid palette(mid); padding: 4px; }
    )"_s.arg(px(32))
                            .arg(px(36)));
}

void Look::setUnits(UnitSystem units) {
    if (m_units == units) return;
    m_units = units;
    Q_EMIT changed();
}

void Look::setNight(bool night) {
    if (m_night == night) return;
    m_night = night;
    load();
    Q_EMIT changed();
}

void Look::setScale(double scale) {
    scale = std::clamp(scale, 0.8, 2.0);
    if (std::abs(m_scale - scale) < 1e-6) return;
    m_scale = scale;
    load();
    Q_EMIT changed();
}

QColor Look::colour(Tone tone) const {
    switch (tone) {
    case Tone::Ink: return m_ink.ink;
    case Tone::Soft: return m_ink.soft;
    case Tone::Accent: return m_ink.accent;
    case Tone::Good: return m_ink.good;
    case Tone::Attention: return m_ink.attention;
    case Tone::Bad: return m_ink.bad;
    case Tone::OnNext: return m_ink.on_next;
    case Tone::NextAccent: return m_ink.next_accent;
    }
    return m_ink.ink;
}

void Look::dress(QWidget* root) const {
    // Only what differs: every font and palette that is set costs a round of layout.
    auto one = [&](QWidget* widget) {
        auto const [type, tone, surface] = Dress::of(widget);
        if (type)
            if (auto const font = m_ink.font(*type); !widget->testAttribute(Qt::WA_SetFont) || widget->font() != font)
                widget->setFont(font);
        if (!tone && !surface) return;
        auto palette = widget->palette();
        bool changed = !widget->testAttribute(Qt::WA_SetPalette);
        auto set = [&](QPalette::ColorRole role, QColor const& colour) {
            changed = changed || palette.color(role) != colour;
            palette.setColor(role, colour);
        };
        if (tone)
            for (auto const role : {QPalette::WindowText, QPalette::ButtonText}) set(role, colour(*tone));
        if (surface) {
            QColor const surfaces[] = {m_ink.paper, m_ink.panel, m_ink.next};
            set(QPalette::Window, surfaces[static_cast<int>(*surface)]);
        }
        if (changed) widget->setPalette(palette);
    };
    one(root);
    for (auto* child : root->findChildren<QWidget*>()) one(child);
}

} // namespace steady::app
