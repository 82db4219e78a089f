// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Actions.h"

namespace steady::app {
namespace {

struct Entry {
    char const* id;
    char const* words;
    char const* keys;
};

constexpr Entry table[] = {
    {"book.new", "New book…", "Ctrl+N"},
    {"book.open", "Open a book…", "Ctrl+O"},
    {"book.copy", "Save a copy…", "Ctrl+Shift+S"},
    {"book.rescue", "Save what can be read…", "Ctrl+Shift+R"},
    {"edit.undo", "Undo", "Ctrl+Z"},
    {"edit.redo", "Redo", "Ctrl+Shift+Z"},
    {"edit.history", "History…", "Ctrl+H"},
    {"view.metric", "Millimetres", "Ctrl+M"},
    {"view.inch", "Inches", "Ctrl+I"},
    {"view.night", "Night", "Ctrl+D"},
    {"view.larger", "Larger", "Ctrl++"},
    {"view.smaller", "Smaller", "Ctrl+-"},
    {"view.normal", "Normal size", "Ctrl+0"},
    {"go.machine", "Machine", "Ctrl+1"},
    {"go.kit", "Kit", "Ctrl+2"},
    {"go.zeroing", "Zeroing", "Ctrl+3"},
    {"go.macros", "Macros", "Ctrl+4"},
    {"go.next", "Do the next step", "Ctrl+Return"},
    {"zero.simulate", "Practise with a virtual contact", "Ctrl+T"},
    {"zero.link", "Make the link", "Ctrl+L"},
    {"macro.run", "Run the macro to the end", "F5"},
    {"macro.step", "Run one line", "F10"},
    {"macro.break", "Stop at this line", "F9"},
    {"macro.keep", "Keep the text in the book", "Ctrl+K"},
    {"macro.save", "Save the macro…", "Ctrl+S"},
    {"app.quit", "Quit", "Ctrl+Q"},
};

} // namespace

Actions::Actions(QWidget* owner) {
    for (auto const& entry : table) {
        auto* action = new QAction(QString::fromUtf8(entry.words), owner);
        action->setObjectName(QString::fromLatin1(entry.id));
        action->setShortcut(QKeySequence(QString::fromLatin1(entry.keys)));
        action->setToolTip(action->text() + QStringLiteral(" (") +
                           action->shortcut().toString(QKeySequence::NativeText) + QStringLiteral(")"));
        owner->addAction(action);
        m_actions.insert(action->objectName(), action);
        m_order.append(action);
    }
}

QAction* Actions::operator[](char const* id) const {
    auto* action = m_actions.value(QString::fromLatin1(id));
    Q_ASSERT(action);
    return action;
}

} // namespace steady::app
