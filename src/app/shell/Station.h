// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A station of the route: what is entered, the picture, the judgement, in places that stay the same everywhere.

#include "app/shell/Desk.h"
#include "app/widgets/JudgementPanel.h"

#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace steady::app {

/// What is entered is as wide as this everywhere.
inline constexpr int entry_px = 290;

struct StationName {
    QString id, title; ///< “kit”, “Kit”
};

class Station : public QWidget {
    Q_OBJECT

public:
    /// With its parent from the start: a tree that changes hands is styled again, all of it.
    Station(Desk& desk, StationName name, QWidget* parent);
    QString id() const { return m_name.id; }
    QString title() const { return m_name.title; }
    /// Shows what the desk has now.
    virtual void refresh() = 0;
    /// Shows a part of what is entered here; unknown ones leave things as they are.
    virtual void openSection(QString const&) {}
    /// Does one of the actions that belong to this station; it is shown by then.
    virtual void perform(QString const& /*action*/) {}

protected:
    QVBoxLayout* entry() { return m_entry; }
    QVBoxLayout* picture() { return m_picture; }
    JudgementPanel* judgement() { return m_judgement; }
    Desk& desk() { return m_desk; }
    Desk const& desk() const { return m_desk; }
    void addHeading(QString const& words);
    /// The picture needs so much; where it and the judgement do not fit side by side, the judgement folds to a line
    /// below, which opens it.
    void foldJudgement(int picture_px);
    void resizeEvent(QResizeEvent* event) override;

private:
    void arrange();
    void showStrip();

    Desk& m_desk;
    StationName m_name;
    QScrollArea *m_entry_zone, *m_picture_zone, *m_judgement_zone;
    QGridLayout* m_grid;
    QVBoxLayout *m_entry, *m_picture;
    JudgementPanel* m_judgement;
    QLabel* m_judgement_heading;
    QPushButton* m_strip; ///< the judgement's first line, while it is folded
    int m_picture_px;
    bool m_folds = false, m_narrow = false;
};

} // namespace steady::app
