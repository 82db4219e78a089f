// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/macros/SenderWordsView.h"

#include "core/base/Words.h"
#include "exchange/WholeFile.h"

#include <QPushButton>
#include <fmt/format.h>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

dialects::SenderStep const* stepOf(shop::Phrase const& phrase) {
    for (auto const& step : dialects::senderSteps())
        if (phrase.step == step.id) return &step;
    return nullptr;
}

std::string namesOf(dialects::SenderStep const& step) {
    std::string names;
    for (auto const& field : step.fields()) names += fmt::format("{}{{{{{}}}}}", names.empty() ? "" : ", ", field.name);
    return names;
}

} // namespace

SenderWordsView::SenderWordsView(Desk& desk, QVBoxLayout* entry, QObject* parent) : QObject(parent), m_desk(desk) {
    m_form = std::make_unique<Form<shop::Machine>>(
        desk, entry, [this] { return zeroing::machineOf(m_desk.book(), m_desk.setup()); },
        [this](shop::Machine machine, std::string what) {
            std::erase_if(machine.behaviour.phrases, [](shop::Phrase const& each) { return each.text.empty(); });
            for (auto const& each : machine.behaviour.phrases)
                if (auto const* step = stepOf(each))
                    if (auto good = dialects::checkSenderWords(*step, each.text); !good) return good;
            return m_desk.put(&shop::PlaceOfWork::machine, std::move(machine), "Sender: " + what);
        },
        [] { return true; });
    m_form->heading("A sender that works out sums");
    m_form->note("Its own lines, with {{names}} in the figures' places. Then it does by itself what stands between the "
                 "segments. Such a text cannot be run here: only the segments are.");
    for (auto const& step : dialects::senderSteps())
        m_form->text(
            step.id, step.title,
            [id = std::string(step.id)](shop::Machine & machine) -> auto& {
                auto& all = machine.behaviour.phrases;
                auto at = std::find_if(all.begin(), all.end(), [&](auto const& phrase) { return phrase.step == id; });
                if (at == all.end()) at = all.insert(at, shop::Phrase{id, {}});
                return at->text;
            },
            true);
    m_save = new QPushButton(u"Save for that sender…"_s);
    m_save->setObjectName(u"macro.sender.save"_s);
    connect(m_save, &QPushButton::clicked, this, &SenderWordsView::save);
    entry->addWidget(m_save);
}

std::vector<shop::Phrase> SenderWordsView::phrases() const {
    return zeroing::machineOf(m_desk.book(), m_desk.setup()).behaviour.phrases;
}

bool SenderWordsView::begun() const {
    auto const all = phrases();
    return std::any_of(all.begin(), all.end(), [](auto const& each) { return stepOf(each) && !each.text.empty(); });
}

void SenderWordsView::show(std::string const& segmented, bool may_be_sent) {
    m_segmented = segmented;
    m_form->refresh();
    m_save->setEnabled(may_be_sent && begun() && made());
}

std::vector<zeroing::Judgement> SenderWordsView::judged() const {
    if (!begun()) return {};
    std::vector<std::string> names;
    for (auto const& step : dialects::senderSteps())
        names.push_back(fmt::format("{}: {} ({})", step.title, step.does, namesOf(step)));
    if (auto const text = made(); !text) {
        auto const finding = toFinding(text.error());
        return {{Severity::Attention, "Not yet for a sender that works out sums.", finding.text, names}};
    }
    return {{Severity::Note, "It can be saved for the sender that works out sums.",
             "What that sender makes of it was not run here. Try it in free air first, without a tool.", names}};
}

void SenderWordsView::save() {
    m_desk.prompter().saveFile(m_save, u"Save for the sender"_s, u"macro-for-sender.txt"_s, u"Text (*)"_s,
                               [this](QString const& path) {
                                   auto const text = made();
                                   if (!m_desk.report(text ? Result<void>{} : Failure(text.error()))) return;
                                   (void)m_desk.report(exchange::writeWhole(path, QByteArray::fromStdString(*text)));
                               });
}

} // namespace steady::app
