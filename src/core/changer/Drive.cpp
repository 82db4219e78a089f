// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/Drive.h"

#include <optional>
#include <string>
#include <utility>

namespace steady::changer {
namespace {

using zeroing::Judgement;
using Input = std::pair<std::optional<int>, char const*>;

void sayByEye(std::vector<Input> const& inputs, std::vector<Judgement>& said) {
    std::string eyes;
    for (auto const& [input, words] : inputs)
        if (!input) eyes += (eyes.empty() ? "" : ", ") + std::string(words);
    if (eyes.empty()) return;
    said.push_back({Severity::Attention,
                    "No input tells: " + eyes + ".",
                    "The macro stops there and somebody looks. A sensor and a time limit on each motion tell it every "
                    "time, also the thousandth.",
                    {}});
}

std::vector<Input> ofClamp(shop::RackDrive const& drive) {
    return {{drive.open_input, "clamp open"}, {drive.held_input, "holder in"}, {drive.air_input, "air"}};
}

void sayWithoutAir(shop::RackDrive const& drive, std::vector<Judgement>& said) {
    if (drive.without_air == shop::WithoutAir::Unknown)
        said.push_back({Severity::Attention,
                        "What does this clamp do when the air goes?",
                        "Ask its maker's manual before anybody's hand is under a holder.",
                        {}});
}

} // namespace

std::vector<Judgement> judgeDrive(shop::RackDrive const& drive) {
    std::vector<Judgement> said;
    sayByEye(ofClamp(drive), said);
    sayWithoutAir(drive, said);
    return said;
}

std::vector<Judgement> judgeDrive(shop::Carousel const& carousel) {
    std::vector<Judgement> said;
    if (carousel.arm && !carousel.exchange.start_output) return said;
    auto inputs = ofClamp(carousel.drive);
    if (!carousel.arm) {
        inputs.push_back({carousel.ring.near_input, "at the spindle"});
        inputs.push_back({carousel.ring.back_input, "back"});
    }
    sayByEye(inputs, said);
    if (!carousel.ring.first_input)
        said.push_back({Severity::Attention,
                        "Nothing tells pocket 1 from the others.",
                        "Places are counted: turned by hand, or one missed, and the wrong pocket is in front. An input "
                        "at pocket 1 finds it the next time that it passes.",
                        {}});
    if (!carousel.arm && carousel.ring.slide_without == shop::SlideWithout::Unknown)
        said.push_back({Severity::Attention,
                        "What does the carousel do when its output or the power drops?",
                        "One that goes back by itself tears the holder that the spindle is down in. Ask its maker's "
                        "manual, and say it here.",
                        {}});
    sayWithoutAir(carousel.drive, said);
    return said;
}

} // namespace steady::changer
