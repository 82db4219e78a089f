// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A station of the route: what is entered, the picture, the judgement, in places that stay the same everywhere.

#include "app/shell/Desk.h"
#include "app/widgets/JudgementPanel.h"

#include <QScrollArea>
#include <QVBoxLayout>

namespace steady::app {

class Station : public QWidget {
    Q_OBJECT

public:
    /// With its parent from the start: a tree that changes hands is styled again, all of it.
    Station(Desk& desk, QString id, QString title, QWidget* parent);
    QString id() const { return m_id; }
    QString title() const { return m_title; }
    virtual safety::StationState state() const = 0;
    /// Shows what the desk has now.
    virtual void refresh() = 0;
    /// Shows a part of what is entered here; unknown ones leave things as they are.
    virtual void openSection(QString const&) {}

protected:
    QVBoxLayout* entry() { return m_entry; }
    QVBoxLayout* picture() { return m_picture; }
    JudgementPanel* judgement() { return m_judgement; }
    Desk& desk() { return m_desk; }
    Desk const& desk() const { return m_desk; }
    void addHeading(QString const& words);
    void resizeEvent(QResizeEvent* event) override;

private:
    void arrange();

    Desk& m_desk;
    QString m_id, m_title;
    QScrollArea *m_entry_zone, *m_picture_zone, *m_judgement_zone;
    QGridLayout* m_grid;
    QVBoxLayout *m_entry, *m_picture;
    JudgementPanel* m_judgement;
};

} // namespace steady::app
