// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What some macros want to know for themselves: how much to trim, how high to stop and look, which tool comes next.

#include "app/macros/MacrosStation.h"
#include "app/widgets/When.h"
#include "app/widgets/WrappedLabel.h"

namespace steady::app {

using namespace Qt::StringLiterals;

/// What one macro alone wants to know.
void MacrosStation::buildOwn(QVBoxLayout* page) {
    auto form = [&](QWidget*& box, char const* heading) {
        box = new QWidget;
        auto* column = new QVBoxLayout(box);
        column->setContentsMargins(0, 0, 0, 0);
        m_own.push_back(std::make_unique<Form<shop::ZeroSetup>>(
            desk(), column, [this] { return desk().setup(); },
            [this](shop::ZeroSetup setup, std::string what) { return desk().commitSetup(setup, std::move(what)); },
            [] { return true; }));
        page->addWidget(box);
        auto* made = static_cast<Form<shop::ZeroSetup>*>(m_own.back().get());
        made->heading(heading);
        return made;
    };
    form(m_trim_box, "The trim")
        ->length(
            "macro.trim", "Cut deeper by", {-5, 5}, [](shop::ZeroSetup & s) -> auto& { return s.prefer.trim_mm; },
            "negative: less deep");
    form(m_look_box, "The look")
        ->length(
            "macro.look", "Stops above zero by", {0.5, 100},
            [](shop::ZeroSetup & s) -> auto& { return s.prefer.look_mm; },
            "a block of that height must just pass below the tool");
    m_looked = new QPushButton(u"It looked right"_s);
    m_looked->setObjectName(u"macro.looked"_s);
    m_looked->setToolTip(u"Keeps the time, and the tool, with the book"_s);
    connect(m_looked, &QPushButton::clicked, this, [this] {
        auto setup = desk().setup();
        setup.place.looked_utc_ms = desk().session().now();
        setup.place.looked_tool = setup.place.assembly;
        (void)desk().report(desk().commitSetup(setup, "Went to look: the height was right"));
    });
    auto* change = form(m_change_box, "The change");
    m_next_tool = new Choice(u"macro.next_tool"_s, u"The tool that is put in"_s, desk().look());
    connect(m_next_tool->box(), &QComboBox::activated, this, [this](int index) {
        auto setup = desk().setup();
        setup.change.next = chosenIn<shop::Assembly>(*m_next_tool->box(), index);
        auto const* tool = desk().book().find(setup.change.next);
        (void)desk().report(desk().commitSetup(setup, fmt::format("Next tool: {}", tool ? tool->number : 0)));
    });
    m_change_box->layout()->addWidget(m_next_tool);
    change->only([this] { return macros::of(m_kind).asks == macros::Asks::Change; });
    change->row(2);
    change->length(
        "macro.change_x", "Changed at X", {-10000, 10000}, [](shop::ZeroSetup & s) -> auto& { return s.change.x_mm; },
        "both empty: where it stands");
    change->length(
        "macro.change_y", "and at Y", {-10000, 10000}, [](shop::ZeroSetup & s) -> auto& { return s.change.y_mm; },
        "machine coordinates");
    change->only([this] { return macros::of(m_kind).asks == macros::Asks::Change; });
    change->choice(
        "macro.change_by", "The clamp is opened", {"with a wrench, or a nut", "by a button at the spindle"},
        [](shop::ZeroSetup & s) -> auto& { return s.change.by_button; });
    change->only([this] { return macros::of(m_kind).asks == macros::Asks::Fetch; });
    change->length(
        "macro.change_lifted", "Lifted by, for the first runs", {1, 1000},
        [](shop::ZeroSetup & s) -> auto& { return s.change.lifted_mm; }, "empty: for good, and the clamp opens");
    buildSide(form(m_side_box, "The side"));
    auto* place = form(m_place_box, "The place");
    place->number(
        "macro.place.number", "Its number", "", 1, {1, shop::most_places},
        [](shop::ZeroSetup & s) -> auto& { return s.stored.number; }, "1 to 3");
    place->row(2);
    place->length(
        "macro.place.x", "Noted X", {-10000, 10000}, [](shop::ZeroSetup & s) -> auto& { return s.stored.x_mm; },
        "machine coordinates");
    place->length(
        "macro.place.y", "Noted Y", {-10000, 10000}, [](shop::ZeroSetup & s) -> auto& { return s.stored.y_mm; },
        "machine coordinates");
    place->note("As noted. Needed where a control keeps no numbers.");
    form(m_square_box, "The square")
        ->length(
            "macro.square", "Thickness under the wing", {0.1, 200},
            [](shop::ZeroSetup & s) -> auto& { return s.prefer.square_mm; }, "a hard square or block, measured");
    m_looked_words = styled(new QLabel, Type::Small, Tone::Soft);
    m_looked_words->setObjectName(u"macro.looked.words"_s);
    m_look_box->layout()->addWidget(m_looked);
    m_look_box->layout()->addWidget(m_looked_words);
}

/// What is touched from the side, and how; each macro asks for what it uses.
void MacrosStation::buildSide(Form<shop::ZeroSetup>* side) {
    using S = shop::ZeroSetup;
    auto how = [this] { return macros::of(m_kind).sideways; };
    side->only([how] { return how() == macros::Sideways::Edge; });
    side->choice(
        "macro.side.axis", "The edge is met in", {"X", "Y"}, [](S & s) -> auto& { return s.side.axis; });
    side->only([how] {
        return how() == macros::Sideways::Edge || how() == macros::Sideways::Corner || how() == macros::Sideways::Lips;
    });
    side->choice(
        "macro.side.toward", "The pin goes towards", {"+", "−"}, [](S & s) -> auto& { return s.side.toward; });
    side->only([how] { return how() == macros::Sideways::Corner || how() == macros::Sideways::Lips; });
    side->choice(
        "macro.side.toward_y", "and in Y towards", {"+", "−"}, [](S & s) -> auto& { return s.side.toward_y; });
    side->only([how] { return how() == macros::Sideways::Bore || how() == macros::Sideways::Boss; });
    side->length(
        "macro.side.size", "Diameter, about", {1, 1000}, [](S & s) -> auto& { return s.side.size_mm; }, "within 2 mm");
    side->only([how] { return how() != macros::Sideways::Lips; });
    side->length(
        "macro.side.below", "Touched below the top by", {0.5, 100}, [](S & s) -> auto& { return s.side.below_mm; });
    side->only({});
    side->length(
        "macro.side.pin", "Diameter of the pin", {0.5, 50}, [](S & s) -> auto& { return s.side.pin_mm; },
        "empty: that of the tool in the spindle");
}

void MacrosStation::showOwn() {
    m_true_thickness->setVisible(macros::of(m_kind).touches_plate);
    m_side_box->setVisible(macros::of(m_kind).asks == macros::Asks::Side);
    m_trim_box->setVisible(macros::of(m_kind).asks == macros::Asks::Trim);
    m_look_box->setVisible(macros::of(m_kind).asks == macros::Asks::Look);
    m_place_box->setVisible(macros::of(m_kind).asks == macros::Asks::Place);
    m_square_box->setVisible(macros::of(m_kind).asks == macros::Asks::Square);
    bool const fetches = macros::of(m_kind).asks == macros::Asks::Fetch;
    m_change_box->setVisible(fetches || macros::of(m_kind).asks == macros::Asks::Change);
    auto& next = *m_next_tool->box();
    next.clear();
    for (auto const& [id, tool] : desk().tools()) {
        if (id == desk().setup().place.assembly) continue;
        next.addItem(u"%1  %2"_s.arg(tool->number).arg(text(tool->name)), QVariant::fromValue<qlonglong>(id.value));
        if (id == desk().setup().change.next) next.setCurrentIndex(next.count() - 1);
    }
    if (desk().setup().change.next == desk().setup().place.assembly || !desk().setup().change.next)
        next.setCurrentIndex(-1);
    m_next_tool->setEnabled(desk().session().writable());
    for (auto const& form : m_own) form->refresh();
    auto const& setup = desk().setup();
    auto const* tool = desk().book().find(setup.place.looked_tool);
    m_looked->setEnabled(desk().session().writable());
    m_looked_words->setText(setup.place.looked_utc_ms == 0
                                ? u"Not looked at yet. On the machine, not here."_s
                                : u"Right on %1%2."_s.arg(localTime(setup.place.looked_utc_ms),
                                                          tool ? u", tool %1"_s.arg(tool->number) : QString()));
}

} // namespace steady::app
