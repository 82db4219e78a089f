// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What works a carousel: where tools are changed, outputs and inputs; and the change that follows, step by step.

#include "app/shell/Desk.h"
#include "app/shell/Form.h"
#include "app/widgets/Choice.h"
#include "app/widgets/Rows.h"
#include "core/macros/ChangeSteps.h"
#include "core/macros/Kind.h"
#include "core/shop/kinds/Carousel.h"
#include "core/zeroing/Judgement.h"

#include <QPushButton>

namespace steady::app {

/// What a change does, one row a step; or why none can be written.
std::vector<Row> rowsOf(Result<std::vector<macros::ChangeStep>> const& steps);

/// Where the macro of a change is found, and the one that measures behind it, by the shop's method.
std::string whereItsMacroIs(macros::Kind alone, macros::Kind retouch, macros::Kind length, shop::Method method);

class CarouselDrive : public QWidget {
    Q_OBJECT

public:
    explicit CarouselDrive(Desk& desk, QWidget* parent = nullptr);
    void refresh();
    std::vector<Row> rows() const { return rowsOf(steps()); }
    std::vector<zeroing::Judgement> judged() const;

private:
    shop::Carousel carousel() const;
    Result<void> put(shop::Carousel changed, std::string what);
    Result<std::vector<macros::ChangeStep>> steps() const;
    void keepNext(int index);
    void keepChange();

    Desk& m_desk;
    Id<shop::Carousel> m_id; ///< none: there is no carousel of this machine
    Choice* m_next;
    QPushButton* m_done;
    std::unique_ptr<Form<shop::Carousel>> m_form;
};

} // namespace steady::app
