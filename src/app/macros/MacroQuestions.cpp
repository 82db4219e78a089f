// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What some macros want to know for themselves: how much to trim, how high to stop and look.

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
    m_looked_words = styled(new QLabel, Type::Small, Tone::Soft);
    m_looked_words->setObjectName(u"macro.looked.words"_s);
    m_look_box->layout()->addWidget(m_looked);
    m_look_box->layout()->addWidget(m_looked_words);
}

void MacrosStation::showOwn() {
    m_trim_box->setVisible(m_kind == macros::Kind::TrimZero);
    m_look_box->setVisible(m_kind == macros::Kind::GoAndLook);
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
