// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Plain words over several lines, which remember how high they are: a layout asks the same many times, and laying out
// text is most of what showing a station takes.

#include <QHash>
#include <QLabel>

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
    mutable QString m_words;
    mutable QFont m_font;
    mutable Qt::TextInteractionFlags m_flags;
    mutable QHash<int, int> m_heights; ///< by width, of these words in this font
};

} // namespace steady::app
