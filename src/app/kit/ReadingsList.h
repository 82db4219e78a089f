// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The readings of a plate, each with its withdrawal: a reading is never dropped, it is marked with a cause.

#include "app/shell/Desk.h"

#include <QVBoxLayout>

namespace steady::app {

class ReadingsList : public QWidget {
    Q_OBJECT

public:
    explicit ReadingsList(Desk& desk, QWidget* parent = nullptr);
    void show(Id<shop::Study> study, std::vector<shop::Reading> const& readings);

private:
    void addRow(Id<shop::Study> study, shop::Reading const& reading);
    void mark(Id<shop::Study> study, int nr, QString const& cause);

    /// What the rows were made from; the same again leaves them alone.
    struct Shown {
        Id<shop::Study> study;
        std::vector<shop::Reading> readings;
        UnitSystem units;
        double scale;
        bool night, writable;
        bool operator==(Shown const&) const = default;
    };
    Desk& m_desk;
    QVBoxLayout* m_column;
    std::optional<Shown> m_shown;
};

} // namespace steady::app
