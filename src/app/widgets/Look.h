// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How everything looks now: theme, units, size. One object, passed to whoever draws; it announces changes.

#include "core/quantity/Units.h"
#include "paper/Ink.h"

#include <QLabel>
#include <QObject>
#include <QString>
#include <QTextDocument>
#include <QWidget>
#include <optional>
#include <type_traits>

namespace steady::app {

using paper::text;

using Type = paper::Ink::Type;
enum class Tone { Ink, Soft, Accent, Good, Attention, Bad, OnNext, NextAccent };

class Look : public QObject {
    Q_OBJECT

public:
    explicit Look(QObject* parent = nullptr);

    paper::Ink const& ink() const { return m_ink; }
    static paper::Ink pageInk(); ///< of paper: by day, at its own size
    UnitSystem units() const { return m_units; }
    bool night() const { return m_night; }
    double scale() const { return m_scale; }
    bool motion() const { return m_motion; }

    void setUnits(UnitSystem units);
    void setNight(bool night);
    void setScale(double scale); ///< clamped to 0.8 … 2.0
    void setMotion(bool motion) { m_motion = motion; }
    int px(int at_normal_size) const { return qRound(at_normal_size * m_scale); }

    QColor colour(Tone tone) const;
    /// Fonts and palettes of a widget and all below it, after their type and tone properties.
    void dress(QWidget* root) const;

Q_SIGNALS:
    void changed();

private:
    void load();

    paper::Ink m_ink;
    UnitSystem m_units = UnitSystem::Metric;
    bool m_night = false, m_motion = true;
    double m_scale = 1;
};

/// Names are what people type: they stand on labels and in tips as they are, never as markup that could open a file.
inline QString tip(QString const& words) { return Qt::mightBeRichText(words) ? words.toHtmlEscaped() : words; }

enum class Surface { Paper, Panel, Next };
/// What a widget is dressed after; it is kept with the widget, in one property, since a lookup is slow.
struct Dress {
    std::optional<Type> type = {};
    std::optional<Tone> tone = {};
    std::optional<Surface> surface = {};
    static Dress of(QWidget const* widget);
    void putOn(QWidget* widget) const;
};

/// Marks a widget with its type and tone; Look::dress turns them into font and palette. Labels show plain text.
template<class W> W* styled(W* widget, Type type, Tone tone = Tone::Ink) {
    if constexpr (std::is_base_of_v<QLabel, W>) widget->setTextFormat(Qt::PlainText);
    Dress{type, tone, Dress::of(widget).surface}.putOn(widget);
    return widget;
}
template<class W> W* onSurface(W* widget, Surface surface) {
    auto const before = Dress::of(widget);
    Dress{before.type, before.tone, surface}.putOn(widget);
    widget->setAutoFillBackground(true);
    return widget;
}

} // namespace steady::app
