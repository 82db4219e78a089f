// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What hangs where, as a list or as a control's own text has it; and a cutter that is changed where it hangs.
#include "app/changer/ChangerStation.h"
#include "app/changer/HistoryView.h"
#include "app/widgets/WrappedLabel.h"
#include "core/base/Words.h"
#include "core/upkeep/Record.h"
#include "exchange/PocketList.h"
#include "exchange/WholeFile.h"

#include <fmt/format.h>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

constexpr int text_px = 96;
constexpr char const* pattern_id = "pocket-table"; ///< among the words of the control

} // namespace

void ChangerStation::buildTableText(QVBoxLayout* page) {
    auto button = [&](QString const& words, char const* name, QString const& tip, auto then) {
        auto* made = new QPushButton(words);
        made->setObjectName(QLatin1String(name));
        made->setToolTip(tip);
        connect(made, &QPushButton::clicked, this, then);
        page->addWidget(made);
        return made;
    };
    m_cutter = button(u"Its cutter was changed here"_s, "changer.cutter",
                      u"What was measured of that tool ends: its length is open until it is touched again"_s,
                      &ChangerStation::cutterChanged);
    page->addWidget(styled(new QLabel(u"As the control has it"_s), Type::Heading, Tone::Soft));
    m_table_pattern = new Field(u"changer.table_pattern"_s, u"A line of its text"_s, desk().look(), Type::Mono);
    m_table_pattern->onAccept([this](QString const& typed) -> Result<void> {
        auto const* machine = desk().book().find(desk().setup().place.machine);
        if (!machine) return fail(Code::Missing, {"machine"}, "The machine", "Type its travel first (Machine).");
        auto const pattern = typed.trimmed().toStdString();
        if (!pattern.empty())
            for (auto const* mark : {"{{pocket}}", "{{tool}}"})
                if (pattern.find(mark) == std::string::npos)
                    return fail(Code::PhraseLacks, {"pattern"}, "The pattern",
                                std::string(mark).substr(2, std::string(mark).size() - 4));
        auto changed = *machine;
        auto& phrases = changed.behaviour.phrases;
        std::erase_if(phrases, [](auto const& each) { return each.step == pattern_id; });
        if (!pattern.empty()) phrases.push_back({pattern_id, pattern});
        return desk().put(&shop::PlaceOfWork::machine, std::move(changed), "Pattern of the pocket table");
    });
    page->addWidget(m_table_pattern);
    m_table_text = styled(new QPlainTextEdit, Type::Mono);
    m_table_text->setObjectName(u"changer.table_text"_s);
    m_table_text->setAccessibleName(u"The pocket table as a list, or the control's text"_s);
    m_table_text->setTabChangesFocus(true);
    m_table_text->setPlaceholderText(u"pocket,tool\n1,7"_s);
    m_table_text->setMaximumHeight(desk().look().px(text_px));
    connect(m_table_text, &QPlainTextEdit::textChanged, this, [this] {
        showTable();
        judge();
    });
    page->addWidget(m_table_text);
    m_take_table = button(u"Take it into the book"_s, "changer.take_table",
                          u"Believed, not seen: what it does not name stays"_s, &ChangerStation::takeTable);
    m_save_table = button(u"The table as a list…"_s, "changer.save_table", u"Pocket, tool, how that is known (CSV)"_s,
                          &ChangerStation::saveTable);
}

std::string ChangerStation::tablePattern() const {
    if (auto const* machine = desk().book().find(desk().setup().place.machine))
        for (auto const& each : machine->behaviour.phrases)
            if (each.step == pattern_id) return each.text;
    return {};
}

std::optional<Result<std::vector<changer::HangsAt>>> ChangerStation::pastedTable() const {
    auto const whole = m_table_text ? m_table_text->toPlainText().toStdString() : std::string();
    if (!m_rack || whole.find_first_not_of(" \t\n") == std::string::npos) return std::nullopt;
    auto const pattern = tablePattern();
    return pattern.empty() ? exchange::readHanging(whole, "the list") : changer::hangingFrom(whole, pattern);
}

std::vector<zeroing::Judgement> ChangerStation::judgedTableText() const {
    auto const pasted = pastedTable();
    if (!pasted) return {};
    if (*pasted) return changer::tableDifferences(desk().book(), rack(), **pasted);
    auto const finding = toFinding(pasted->error());
    return {{Severity::Attention, finding.text, finding.remedy, {}}};
}

void ChangerStation::takeTable() {
    auto const pasted = pastedTable();
    if (!pasted || !*pasted) return;
    auto changed = changer::withTable(desk().book(), rack(), **pasted);
    if (!changed) return (void)desk().report(Result<void>(Failure(changed.error())));
    if (desk().report(put(std::move(*changed), fmt::format("Pocket table, read back: {} pockets", (*pasted)->size()))))
        m_table_text->clear();
}

void ChangerStation::saveTable() {
    auto const whole = exchange::writeHanging(desk().book(), rack());
    desk().prompter().saveFile(this, u"Save the table"_s, u"pockets.csv"_s, u"CSV (*.csv)"_s,
                               [this, whole](QString const& path) {
                                   (void)desk().report(exchange::writeWhole(path, QByteArray::fromStdString(whole)));
                               });
}

void ChangerStation::cutterChanged() {
    auto shown = rack();
    auto const* pocket = chosenPocket(shown);
    if (!pocket) return;
    auto change = upkeep::regrippedAt(desk().book(), desk().setupId(), pocket->tool, desk().session().now());
    (void)desk().report(change ? desk().commit(std::move(*change)) : Result<void>(Failure(change.error())));
}

void ChangerStation::buildHistory(QVBoxLayout* page) {
    m_history = new HistoryView(desk());
    page->addWidget(m_history);
}

void ChangerStation::showHistory() { m_history->show(m_rack); }

} // namespace steady::app
