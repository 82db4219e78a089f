// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A carousel: how it turns, what hangs in it, and what the tools of a job cost in turning.

#include "app/shell/Desk.h"
#include "app/shell/Form.h"
#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"
#include "app/widgets/Picture.h"
#include "app/widgets/Rows.h"
#include "core/changer/CarouselTable.h"
#include "paper/RingPainter.h"

#include <QPushButton>

namespace steady::app {

class CarouselView : public QWidget {
    Q_OBJECT

public:
    explicit CarouselView(Desk& desk, QWidget* parent = nullptr);
    void refresh();
    std::vector<zeroing::Judgement> judged() const;
    /// A row a pocket, for the picture's zone.
    std::vector<Row> rows() const;
    /// The ring, seen from above.
    void paint(Picture& picture) const;
    /// Which pocket is painted there, from 0.
    std::optional<int> placeAt(QPointF at, QRectF const& area) const;
    int chosen() const { return m_place; }
    void choose(int place);

Q_SIGNALS:
    void changed();

private:
    shop::Carousel carousel() const; ///< the one of this machine; otherwise what a first one would be
    Result<void> put(shop::Carousel changed, std::string what);
    void add();
    Result<void> resize(int places);
    void keepPlace();
    void keepArm();
    paper::RingPicture ring() const;

    Desk& m_desk;
    Id<shop::Carousel> m_id;
    int m_place = 0;
    std::vector<int> m_job; ///< numbers of the tools, as typed
    QPushButton* m_add;
    QWidget* m_box;
    std::unique_ptr<Form<shop::Carousel>> m_form;
    Field *m_count, *m_tools;
    Choice *m_tool, *m_seen, *m_arm, *m_arm_seen;
};

} // namespace steady::app
