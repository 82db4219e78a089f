// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// X and Y by hand: the touches from the side are typed as the readout shows them; what is to be typed at the control
// follows.

#include "app/zeroing/ZeroingStation.h"
#include "core/base/Words.h"
#include "core/zeroing/Sides.h"
#include "paper/SidesPainter.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::SideFeature;
using shop::ZeroSetup;

void ZeroingStation::buildSides(QVBoxLayout* page) {
    auto form = std::make_unique<Form<ZeroSetup>>(
        desk(), page, [this] { return desk().setup(); },
        [this](ZeroSetup setup, std::string what) { return desk().commitSetup(setup, std::move(what)); },
        [] { return true; });
    auto is = [this](std::initializer_list<SideFeature> any) {
        return [this, wanted = std::vector<SideFeature>(any)] {
            return std::find(wanted.begin(), wanted.end(), desk().setup().side.feature) != wanted.end();
        };
    };
    auto& f = *form;
    f.choice(
        "zero.side.feature", "What is touched",
        {"an edge", "a bore or slot, both sides", "a boss or width, both sides", "a corner, with its skew"},
        [](ZeroSetup & s) -> auto& { return s.side.feature; });
    f.only(is({SideFeature::Edge, SideFeature::Inside, SideFeature::Outside}));
    f.choice(
        "zero.side.axis", "Along", {"X", "Y"}, [](ZeroSetup & s) -> auto& { return s.side.axis; });
    f.only(is({SideFeature::Edge, SideFeature::Corner}));
    f.choice(
        "zero.side.toward", "The pin went towards", {"+", "−"}, [](ZeroSetup & s) -> auto& { return s.side.toward; });
    f.only(is({SideFeature::Corner}));
    f.choice(
        "zero.side.toward_y", "and in Y towards", {"+", "−"}, [](ZeroSetup & s) -> auto& { return s.side.toward_y; });
    f.only({});
    f.length(
        "zero.side.pin", "Diameter of the pin", {0.5, 50}, [](ZeroSetup & s) -> auto& { return s.side.pin_mm; },
        "empty: that of the tool in the spindle, when it is a pin");
    f.length(
        "zero.side.wall", "Wall between pin and work", {0, 100}, [](ZeroSetup & s) -> auto& { return s.side.wall_mm; },
        "of a lip or a plate at the edge; 0: none");
    f.heading("The readout at the touch");
    f.length(
        "zero.side.first", "First touch", any_length, [](ZeroSetup & s) -> auto& { return s.side.first_mm; });
    f.only(is({SideFeature::Corner}));
    f.length(
        "zero.side.first_at", "its Y", any_length, [](ZeroSetup & s) -> auto& { return s.side.first_at_mm; });
    f.only(is({SideFeature::Inside, SideFeature::Outside, SideFeature::Corner}));
    f.length(
        "zero.side.second", "Second touch", any_length, [](ZeroSetup & s) -> auto& { return s.side.second_mm; });
    f.only(is({SideFeature::Corner}));
    f.length(
        "zero.side.second_at", "its Y", any_length, [](ZeroSetup & s) -> auto& { return s.side.second_at_mm; });
    f.length(
        "zero.side.other", "Touch in Y", any_length, [](ZeroSetup & s) -> auto& { return s.side.other_mm; });
    f.length(
        "zero.side.other_at", "its X", any_length, [](ZeroSetup & s) -> auto& { return s.side.other_at_mm; });
    f.only(is({SideFeature::Edge}));
    f.length(
        "zero.side.again", "The same touch, once zero is set", any_length,
        [](ZeroSetup & s) -> auto& { return s.side.again_mm; }, "as the readout then shows it");
    m_forms.push_back(std::move(form));
}

void ZeroingStation::showSidesPicture() {
    auto const sides = zeroing::sidesOf(desk().book(), desk().setup());
    paper::SidesPicture const shown{desk().setup().side, sides ? std::optional(*sides) : std::nullopt, desk().units()};
    QStringList said;
    if (sides)
        for (auto const& axis : sides->axes)
            said
                << u"%1 zero at %2"_s.arg(QLatin1Char(axis.letter)).arg(text(lengthText(axis.zero_mm, desk().units())));
    m_sides->show(
        [shown](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintSides(p, area, shown, ink); },
        said.isEmpty() ? u"Not touched yet."_s : said.join(u"; "_s));
}

} // namespace steady::app
