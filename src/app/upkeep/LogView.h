// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// All changes of the book, newest first; what happened can be told more of afterwards: to what, by how much, a note.

#include "app/shell/Form.h"
#include "app/widgets/Rows.h"

namespace steady::app {

class LogView : public QWidget {
    Q_OBJECT

public:
    explicit LogView(Desk& desk, QWidget* parent = nullptr);
    void refresh();

private:
    /// What a row tells of, where that can be told more of.
    struct Told {
        Id<shop::Event> event;
        Id<shop::Surfacing> surfacing;
    };
    template<class T> std::unique_ptr<Form<T>> formOf(QVBoxLayout* into, Id<T> Told::*which);
    void buildEvent(QVBoxLayout* into);
    void buildSurfacing(QVBoxLayout* into);
    void showChosen();
    void fillSubjects(shop::Event const& event);
    Result<void> setSubject(int index);
    Told chosen() const;

    Desk& m_desk;
    Choice *m_filter, *m_subject;
    RowsView* m_rows;
    std::vector<Told> m_told; ///< by the rows shown
    QWidget *m_event_box, *m_surfacing_box;
    std::unique_ptr<FormFields> m_event, m_surfacing;
};

} // namespace steady::app
