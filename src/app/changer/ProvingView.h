// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Proving a rack or a carousel: the calls, what was counted at each pocket, and where the control counts itself.

#include "app/shell/Desk.h"
#include "app/shell/Form.h"
#include "app/widgets/Rows.h"
#include "core/changer/Proving.h"

#include <QPushButton>

namespace steady::app {

class ProvingView : public QWidget {
    Q_OBJECT

public:
    /// Where what is proved comes from, and where it goes.
    struct Of {
        QString prefix;                                         ///< of the names of its fields
        std::function<std::optional<changer::Proved>()> proved; ///< none: there is nothing yet
        std::function<shop::RackDrive()> drive;
        std::function<Result<void>(std::size_t place, shop::Counts counts, std::string what)> keepCounts;
        std::function<Result<void>(shop::RackDrive drive, std::string what)> keepDrive;
    };
    ProvingView(Desk& desk, Of of, QWidget* parent = nullptr);
    void refresh();
    void choose(int place) { m_place = place; }
    /// The calls, one a row; or why there are none.
    std::vector<Row> rows() const;
    std::vector<zeroing::Judgement> judged() const;

Q_SIGNALS:
    void chose(int place);

private:
    shop::Counts counts() const; ///< of the chosen pocket
    Result<void> keep(shop::Counts counts, std::string what);
    Result<void> keepDrive(shop::RackDrive drive, std::string what);
    void save();
    Result<std::vector<changer::ProvingStep>> calls() const;

    Desk& m_desk;
    Of m_of;
    int m_place = 0;
    QPushButton* m_save;
    RowsView* m_counts;
    std::vector<std::string> m_names; ///< of the fields
    std::unique_ptr<Form<shop::Counts>> m_counted;
    std::unique_ptr<Form<shop::RackDrive>> m_counter;
};

} // namespace steady::app
