// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A row of buttons, one of which is down, each with the page that it shows.

#include "app/widgets/Look.h"

#include <QButtonGroup>
#include <QGridLayout>
#include <QVBoxLayout>

namespace steady::app {

class Sections : public QWidget {
    Q_OBJECT

public:
    /// Buttons stand `columns` to a row; pages are stacked below them and as high as they need to be.
    Sections(QString name, int columns, QWidget* parent = nullptr);
    /// The page's column.
    QVBoxLayout* add(QString const& id, QString const& words);
    void open(QString const& id);
    QString current() const;

Q_SIGNALS:
    void opened(QString const& id);

private:
    QString m_name;
    int m_columns;
    QGridLayout* m_row;
    QVBoxLayout* m_pages;
    QButtonGroup* m_buttons;
    QStringList m_ids;
    std::vector<QWidget*> m_widgets;
};

} // namespace steady::app
