// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/zeroing/MethodsView.h"

#include "app/widgets/WrappedLabel.h"
#include "core/zeroing/Methods.h"

#include <QPushButton>

namespace steady::app {

using namespace Qt::StringLiterals;

MethodsView::MethodsView(Desk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(10);
    for (int at = 0; at < 3; ++at) add(at);
}

void MethodsView::add(int at) {
    auto* card = onSurface(new QWidget(this), Surface::Paper);
    auto* column = new QVBoxLayout(card);
    column->setContentsMargins(12, 10, 12, 10);
    column->setSpacing(8);
    auto label = [&](Type type, Tone tone) {
        auto* made = styled(new WrappedLabel(card), type, tone);
        made->setTextInteractionFlags(Qt::TextSelectableByMouse);
        column->addWidget(made);
        return made;
    };
    Card parts{};
    parts.name = label(Type::Title, Tone::Ink);
    parts.error = label(Type::Strong, Tone::Accent);
    parts.costs = label(Type::Body, Tone::Ink);
    parts.why = label(Type::Small, Tone::Soft);
    column->addStretch();
    parts.choose = new QPushButton(card);
    parts.choose->setObjectName(u"zero.method.%1"_s.arg(at));
    connect(parts.choose, &QPushButton::clicked, this, [this, at] { choose(static_cast<shop::Method>(at)); });
    column->addWidget(parts.choose);
    static_cast<QHBoxLayout*>(layout())->addWidget(card, 1);
    m_cards.push_back(parts);
}

void MethodsView::refresh() {
    auto const views = zeroing::compareMethods(m_desk.book(), m_desk.setup());
    for (std::size_t i = 0; i < views.size(); ++i) {
        auto const& view = views[i];
        auto& card = m_cards[i];
        card.name->setText(text(view.name));
        card.error->setText(text(plusMinusText(view.expanded_95_mm, m_desk.units())) +
                            (view.recommended ? u"\nfits this shop"_s : QString()));
        card.costs->setText(u"Each change: %1.\nEach job: %2."_s.arg(text(view.every_change), text(view.every_job)));
        card.why->setText(text(view.why) +
                          (view.missing.empty() ? QString() : u"\nStill missing: %1."_s.arg(text(view.missing))));
        card.choose->setText(view.chosen ? u"In use"_s : u"Use this"_s);
        card.choose->setAccessibleName(card.choose->text() + u": "_s + text(view.name));
        card.choose->setEnabled(!view.chosen && m_desk.session().writable());
    }
}

/// What belongs to another method goes with it: two at once cut wrong. One undo brings all of it back.
void MethodsView::choose(shop::Method method) {
    auto setup = m_desk.setup();
    setup.plan.method = method;
    shop::Change change{std::string("Method: ") + zeroing::methodName(method), {}, {}, {}};
    if (method != shop::Method::Retouch) setup.link.plate = setup.link.setter = {};
    if (method != shop::Method::OffsetPerTool)
        for (auto const& [id, tool] : m_desk.tools())
            if (tool->own_offset > 0) {
                auto without = *tool;
                without.own_offset = 0;
                change.put(id, without);
            }
    m_desk.putSetup(change, setup);
    (void)m_desk.report(m_desk.commit(std::move(change)));
}

} // namespace steady::app
