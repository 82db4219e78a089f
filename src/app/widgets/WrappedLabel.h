// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Plain words over several lines, which remember how high they are: a layout asks the same many times, and laying out
// text is most of what showing a station takes.

#include <QHash>
#include <QLabel>
#include <algorithm>

namespace steady::app {

class WrappedLabel : public QLabel {
public:
    explicit WrappedLabel(QWidget* parent = nullptr) : WrappedLabel(QString(), parent) {}
    explicit WrappedLabel(QString const& words, QWidget* parent = nullptr) : QLabel(words, parent) {
        setTextFormat(Qt::PlainText);
        setWordWrap(true);
    }
    /// Its words can be selected, from when the pointer comes: a text that can be is slow to lay out.
    void setSelectable() { m_selectable = true; }
    /// As wide as its longest word at least; Qt lays the text out several times to find that, and a nice shape.
    QSize minimumSizeHint() const override {
        if (m_least_of != text() || m_least_font != font()) {
            m_least_of = text();
            m_least_font = font();
            m_least = {};
            QFontMetrics const metrics(font());
            for (auto const& word : m_least_of.split(u' ', Qt::SkipEmptyParts))
                m_least.setWidth(std::max(m_least.width(), metrics.horizontalAdvance(word)));
            m_least.setHeight(m_least_of.isEmpty() ? 0 : metrics.height());
        }
        return m_least;
    }
    QSize sizeHint() const override {
        auto const least = minimumSizeHint();
        int const width = std::max(least.width(), fontMetrics().averageCharWidth() * 30);
        return {width, std::max(least.height(), heightForWidth(width))};
    }
    int heightForWidth(int width) const override {
        auto const flags = textInteractionFlags();
        if (m_words != text() || m_font != font() || m_flags != flags) {
            m_words = text();
            m_font = font();
            m_flags = flags;
            m_heights.clear();
        }
        auto const found = m_heights.find(width);
        return found != m_heights.end() ? *found : *m_heights.insert(width, QLabel::heightForWidth(width));
    }

protected:
    void enterEvent(QEnterEvent* event) override {
        if (m_selectable && textInteractionFlags() != Qt::TextSelectableByMouse)
            setTextInteractionFlags(Qt::TextSelectableByMouse);
        QLabel::enterEvent(event);
    }

private:
    bool m_selectable = false;
    mutable QString m_words, m_least_of;
    mutable QFont m_least_font;
    mutable QSize m_least;
    mutable QFont m_font;
    mutable Qt::TextInteractionFlags m_flags;
    mutable QHash<int, int> m_heights; ///< by width, of these words in this font
};

} // namespace steady::app
