// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Zeroing: a touch becomes work zero, on plate, setter, board or paper; the link; the three methods; ladder, sum and
// judgement.

#include "app/shell/FormStation.h"
#include "app/widgets/LadderView.h"
#include "app/widgets/Ladders.h"
#include "app/widgets/Picture.h"
#include "app/widgets/SumLine.h"

#include <QButtonGroup>
#include <QPushButton>

namespace steady::app {

class MethodsView;

class ZeroingStation : public FormStation {
    Q_OBJECT

public:
    ZeroingStation(Desk& desk, StationName name, QWidget* parent);
    void refresh() override;
    void perform(QString const& action) override;

public Q_SLOTS:
    /// Takes a contact from the virtual machine: practice, never stored.
    void simulate();
    /// From the newest contacts of the tool in the spindle on plate and setter.
    void makeLink();

private:
    void anotherBoard();
    void acceptBoard();
    Result<void> acceptAlso(QString const& typed);
    shop::Contact draft() const;
    double shownFeeler_mm() const;
    void buildTouch(QVBoxLayout* page);
    void buildSetup(QVBoxLayout* page);
    void buildLink(QVBoxLayout* page);
    void buildBoard(QVBoxLayout* page);
    void buildSides(QVBoxLayout* page);
    void buildMethod(QVBoxLayout* page);
    void showTouch();
    void showLink();
    void showBoard();
    void showPictures();
    void showNothing() {}
    void showSidesPicture();
    void showMethod();
    void showLengths();
    std::vector<zeroing::Judgement> judged() const;
    std::vector<zeroing::Judgement> judgedSides() const;
    std::optional<zeroing::ZChain> shownChain() const;
    std::optional<zeroing::ZChain> linkChain() const;

    shop::Target target() const { return m_target; }
    bool byNose() const { return m_target == shop::Target::Setter && m_nose->box()->currentIndex() == 1; }
    Id<shop::Contact> storedContact() const;
    std::optional<shop::Contact> shownContact() const;
    shop::Frame frame() const { return m_frames->checkedId() == 1 ? shop::Frame::Work : shop::Frame::Machine; }
    Result<void> acceptContact(TypedLength const& typed);
    Result<void> acceptOffset(TypedLength const& typed);
    Result<void> commitContact(shop::Contact contact, shop::Target target, std::string what);
    Result<void> surfaced(TypedLength const& typed);
    QString sourceOf(shop::Contact const& contact) const;

    shop::Target m_target = shop::Target::Plate;
    shop::Contact m_draft;               ///< how the next touch is made; not kept
    std::optional<double> m_feeler_mm;   ///< typed for the next touch; none: the paper of the setup
    std::optional<double> m_offset_z_mm; ///< typed before the contact that it belongs to
    QButtonGroup* m_frames;
    LengthField *m_contact, *m_offset_z, *m_setter_contact, *m_surfaced;
    Field* m_also;
    Choice *m_tools, *m_targets, *m_nose, *m_offsets, *m_reference_tools;
    QPushButton *m_simulate, *m_end_practice, *m_make_link, *m_accept_board, *m_another_board;
    QWidget* m_feeler_box;
    MethodsView* m_methods;
    Picture *m_lengths, *m_sides;
    LadderView* m_ladder;
    SumLine *m_sum, *m_link_sum;
};

} // namespace steady::app
