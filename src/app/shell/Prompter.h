// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Questions to the person, behind a seam: tests answer at once, nothing runs a nested event loop.

#include <QString>
#include <QWidget>
#include <functional>

namespace steady::app {

class Prompter {
public:
    virtual ~Prompter() = default;
    using Path = std::function<void(QString const& path)>;
    /// Calls back with the path chosen; not at all when it is dropped.
    virtual void saveFile(QWidget* over, QString const& title, QString const& suggested, QString const& filter,
                          Path chosen) = 0;
    virtual void openFile(QWidget* over, QString const& title, QString const& filter, Path chosen) = 0;
};

/// The real one: file dialogs that open without blocking.
class DialogPrompter : public Prompter {
public:
    void saveFile(QWidget* over, QString const& title, QString const& suggested, QString const& filter,
                  Path chosen) override;
    void openFile(QWidget* over, QString const& title, QString const& filter, Path chosen) override;
};

} // namespace steady::app
