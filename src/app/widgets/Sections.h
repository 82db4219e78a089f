// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A row of buttons, one of which is down, each with the page that it shows. A page is made when it is first shown, and
// only the one shown follows what has changed; the others do when they are opened.

#include "app/widgets/Look.h"

#include <QButtonGroup>
#include <QGridLayout>
#include <QVBoxLayout>
#include <functional>

namespace steady::app {

class Sections : public QWidget {
    Q_OBJECT

public:
    /// Buttons stand `columns` to a row; pages are stacked below them and as high as they need to be.
    Sections(QString name, int columns, Look const& look, QWidget* parent = nullptr);

    using Show = std::function<void()>;
    /// Fills the page, and returns what makes it show the present.
    using Make = std::function<Show(QVBoxLayout* page)>;
    void add(QString const& id, QString const& words, Make make);
    /// A page that is there from the start and needs no telling.
    QVBoxLayout* add(QString const& id, QString const& words);

    void open(QString const& id);
    /// Without its button nobody opens it; where it is open, the first one is opened.
    void offer(QString const& id, bool offered);
    QString current() const;
    /// Something has changed.
    void refresh();
    /// All pages, as if each had been opened once.
    void makeAll();

Q_SIGNALS:
    void opened(QString const& id);

private:
    struct Page {
        QString id;
        QWidget* widget;
        Make make; ///< none: it is made
        Show show;
        bool stale = true;
    };
    void freshen(Page& page);
    Page* shown();

    QString m_name;
    int m_columns;
    Look const& m_look;
    QGridLayout* m_row;
    QVBoxLayout* m_column;
    QButtonGroup* m_buttons;
    std::vector<Page> m_pages;
};

} // namespace steady::app
