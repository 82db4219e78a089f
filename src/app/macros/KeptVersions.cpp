// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The texts that the book keeps: which was run when, against which book, and whether the book has changed since.

#include "app/macros/MacrosStation.h"

#include "app/shell/SaveFile.h"
#include "app/widgets/When.h"
#include "core/base/LineDiff.h"
#include "core/base/Words.h"
#include "core/macros/RestsOn.h"
#include "core/zeroing/Link.h"
#include "exchange/MacroText.h"
#include "exchange/WholeFile.h"
#include "paper/SheetPage.h"

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

constexpr qint64 most_shown_bytes = 2'000'000; // a whole job is for the command line

} // namespace

Id<shop::MacroVersion> MacrosStation::versionOf(std::string const& text) const {
    for (auto const& [id, version] : desk().book().all<shop::MacroVersion>())
        if (version->macro == macros::name(m_kind) && version->text == text) return id;
    return {};
}

Result<void> MacrosStation::keepVersion(bool with_run) {
    if (phrased() && (m_words->ownScript() || m_words->text().isEmpty())) return {}; // no text of this macro
    auto const macro = loadedText();
    auto const seq = desk().session().file().lastSeq();
    auto const now = desk().session().now();
    shop::Change change{fmt::format("Kept: {}", macros::title(m_kind)), {}, {}, {}};
    auto version = versionOf(macro);
    if (!version) {
        version = {desk().nextId(change)};
        shop::MacroVersion kept{macros::name(m_kind), macro, seq, now, {}, {}};
        if (m_rehearsal) kept.used = macros::figuresOf(desk().book(), m_rehearsal->zero, m_kind);
        kept.place = desk().setupId();
        change.put(version, std::move(kept));
    }
    if (with_run && m_theatre.ended() && !phrased()) { // what ran is another text than a phrased one
        shop::MacroRun run{version,
                           safety::outcomeWord(safety::classify(m_theatre.result(), *m_rehearsal)),
                           m_fault->box()->currentIndex() > 0 ? m_fault->box()->currentText().toStdString() : "",
                           safety::errorOf_mm(m_theatre.result(), *m_rehearsal),
                           seq,
                           now};
        change.put(Id<shop::MacroRun>{desk().nextId(change)}, std::move(run));
    }
    return change.empty() ? Result<void>{} : desk().commit(std::move(change));
}

/// Whether there is a text that could go into the control.
Result<void> MacrosStation::canLeave() const {
    if (!m_rehearsal) return Failure(m_rehearsal.error());
    if (m_rehearsal->said && !*m_rehearsal->said && !m_words->ownScript()) return Failure(m_rehearsal->said->error());
    return {};
}

void MacrosStation::keepEdits() {
    bool const mine = phrased() ? m_words->edited() : edited();
    if (mine && desk().session().writable()) (void)desk().report(keepVersion(false));
}

void MacrosStation::keep() {
    if (auto const ready = canLeave(); !ready) return (void)desk().report(ready);
    if (!desk().report(keepVersion(true))) return;
    auto const kept = versionOf(loadedText());
    m_versions->box()->setCurrentIndex(m_versions->box()->findData(QVariant::fromValue<qlonglong>(kept.value)));
    showState();
}

void MacrosStation::readText() {
    desk().prompter().openFile(
        this, u"Read a macro"_s, u"G-code (*.ngc *.nc *.tap *.txt);;All files (*)"_s, [this](QString const& path) {
            if (!m_rehearsal) return;
            auto const grammar = safety::dialectOf(m_rehearsal->world()).grammar;
            desk().work().start(
                u"Reading the text"_s,
                [path, grammar](Going const&) -> Result<gcode::WithSubs> {
                    auto const bytes = exchange::readWhole(path, most_shown_bytes);
                    if (!bytes) return Failure(bytes.error());
                    return exchange::withSubsBeside(bytes->toStdString(), path.toStdString(), grammar);
                },
                [this](Result<gcode::WithSubs> const& read) {
                    if (!desk().report(read ? Result<void>{} : Failure(read.error()))) return;
                    keepEdits();
                    if (phrased())
                        m_words->setText(text(read->text));
                    else
                        m_editor->setText(text(read->text));
                    m_sections->open(phrased() ? u"words"_s : u"run"_s);
                });
        });
}

void MacrosStation::save() {
    if (auto const ready = canLeave(); !ready) return (void)desk().report(ready);
    auto const name = u"%1-tool-%2.%3"_s.arg(QString::fromLatin1(macros::name(m_kind)))
                          .arg(m_rehearsal->zero.assembly.number)
                          .arg(phrased() ? u"txt"_s : u"ngc"_s);
    auto const sort = phrased() ? u"Script (*)"_s : u"G-code (*.ngc)"_s;
    desk().prompter().saveFile(this, u"Save the macro"_s, name, sort, [this](QString const& path) {
        if (!desk().report(exchange::writeWhole(path, QByteArray::fromStdString(loadedText())))) return;
        // What leaves for the machine stays in the book.
        if (desk().session().writable()) (void)desk().report(keepVersion(false));
    });
}

/// Cautions, precautions and pauses on paper, for whoever stands at the machine.
void MacrosStation::saveSheet() {
    if (!m_rehearsal) return (void)desk().report(Failure(m_rehearsal.error()));
    auto const title = QString::fromUtf8(macros::title(m_kind));
    paper::SheetPage page{title, text(m_rehearsal->zero.machine.name), localTime(desk().session().now()),
                          macros::runSheet(m_kind, m_rehearsal->macro)};
    saveFile(desk(), this,
             {u"Save the run sheet"_s, u"%1-run-sheet.pdf"_s.arg(QString::fromLatin1(macros::name(m_kind))),
              pdfFilter(), u"Writing the sheet"_s},
             [page, ink = Look::pageInk()](QString const& path) { return paper::writeSheetPages(page, ink, path); });
}

void MacrosStation::showKept() {
    auto& list = *m_versions->box();
    auto const before = list.currentData();
    list.clear();
    auto const& all = desk().book().all<shop::MacroVersion>();
    for (auto it = all.rbegin(); it != all.rend(); ++it) {
        auto const kind = macros::kindNamed(it->second->macro);
        list.addItem(localTime(it->second->at_utc_ms) + u": "_s +
                         (kind ? QString::fromUtf8(macros::title(*kind)) : text(it->second->macro)),
                     QVariant::fromValue<qlonglong>(it->first.value));
        if (list.itemData(list.count() - 1) == before) list.setCurrentIndex(list.count() - 1);
    }
    bool const any = list.count() > 0;
    m_versions->setVisible(any);
    m_show_version->setVisible(any);
    m_version_words->setText(any ? u"Compared with the text that would be written from the book now."_s
                                 : u"Nothing kept yet. A text that is saved for the machine is kept as well."_s);
}

/// The kept text beside the one that the book gives now: what would go, what would come, and three lines around it.
void MacrosStation::showCompared() {
    if (m_views->current() != u"compared"_s) return;
    auto const* version =
        desk().book().find(chosenIn<shop::MacroVersion>(*m_versions->box(), m_versions->box()->currentIndex()));
    auto const kind = version ? macros::kindNamed(version->macro) : std::nullopt;
    auto const fresh = kind ? desk().rehearse(*kind) : Result<safety::Rehearsal>(fail(Code::Missing, {}));
    if (!fresh) {
        auto const why = version ? u"It can no longer be written."_s : u"No kept text is chosen."_s;
        m_compared->show({{.text = why, .type = Type::Mono}});
        return;
    }
    auto const now = fresh->loadedText();
    if (!now) return m_compared->show({{.text = text(toFinding(now.error()).text), .type = Type::Mono}});
    auto const lines = diffLines(version->text, *now);
    auto const count = static_cast<int>(lines.size());
    int const around = 3;
    std::vector<bool> wanted(lines.size(), false);
    for (int i = 0; i < count; ++i)
        if (lines[i].change != LineChange::Same)
            for (int k = std::max(0, i - around); k <= std::min(count - 1, i + around); ++k) wanted[k] = true;
    std::vector<Row> rows;
    for (int i = 0; i < count; ++i) {
        if (!wanted[i]) {
            if (i == 0 || wanted[i - 1]) rows.push_back({.text = u"      ⋯"_s, .tone = Tone::Soft, .type = Type::Mono});
            continue;
        }
        auto const& line = lines[i];
        bool const gone = line.change == LineChange::Gone, come = line.change == LineChange::New;
        auto const sign = gone ? u"−"_s : come ? u"+"_s : u" "_s;
        rows.push_back({.text = u"%1 %2 "_s.arg(gone ? line.old_line : line.new_line, 4).arg(sign) + text(line.text),
                        .tone = gone   ? Tone::Bad
                                : come ? Tone::Good
                                       : Tone::Soft,
                        .type = Type::Mono,
                        .tip = gone   ? u"kept, and no longer written"_s
                               : come ? u"written now, and not in the kept text"_s
                                      : QString()});
    }
    m_compared->show(std::move(rows));
    m_compared->choose(0);
}

std::vector<zeroing::Judgement> MacrosStation::judgedKept() const {
    auto const id = chosenIn<shop::MacroVersion>(*m_versions->box(), m_versions->box()->currentIndex());
    auto const* version = desk().book().find(id);
    if (!version)
        return {{Severity::Note,
                 "No text is kept yet.",
                 "Keep the text that you load into the control: then the book can say when it no longer fits.",
                 {}}};
    std::vector<zeroing::Judgement> said;
    auto const kind = macros::kindNamed(version->macro);
    auto const fresh = kind ? desk().rehearse(*kind) : Result<safety::Rehearsal>(fail(Code::Missing, {}));
    auto const since = desk().session().file().lastSeq() - version->book_seq;
    auto const state = fmt::format("Written at change {} of the book, {} ago; {} changes since.", version->book_seq,
                                   zeroing::ageText(version->at_utc_ms, desk().session().now()), since);
    auto const now = fresh ? fresh->loadedText() : Result<std::string>(Failure(fresh.error()));
    if (!now) {
        said.push_back({Severity::Bad,
                        "It can no longer be written.",
                        toFinding(now.error()).text + " " + toFinding(now.error()).remedy + " " + state,
                        {}});
    } else if (*now == version->text) {
        said.push_back({Severity::Note, "It is still the text of this book.", state, {}});
    } else {
        int gone = 0, fresh_lines = 0;
        for (auto const& line : diffLines(version->text, *now)) {
            gone += line.change == LineChange::Gone;
            fresh_lines += line.change == LineChange::New;
        }
        said.push_back({Severity::Attention,
                        "The book has changed since.",
                        fmt::format("Written anew, {} of its lines would go and {} would come: see Compared. {}", gone,
                                    fresh_lines, state),
                        {}});
    }
    for (auto const& [run_id, run] : desk().book().all<shop::MacroRun>()) {
        if (run->version != id) continue;
        auto line = fmt::format("Run {}: {}.", localTime(run->at_utc_ms).toStdString(), run->outcome);
        auto more = run->fault.empty() ? std::string("Nothing was wrong in that world.")
                                       : "In a world where: " + run->fault + ".";
        if (run->zero_error_mm)
            more += fmt::format(" Off by {}.", lengthText(*run->zero_error_mm, desk().units(), Sign::Always));
        said.push_back({run->outcome == "right" || !run->fault.empty() ? Severity::Note : Severity::Attention,
                        std::move(line),
                        std::move(more),
                        {}});
    }
    for (auto const& [proof_id, proof] : desk().book().all<shop::MacroProof>()) {
        if (proof->version != id || proof->faults.empty()) continue;
        auto const bad = std::count_if(proof->faults.begin() + 1, proof->faults.end(), [](auto const& each) {
            return !each.listed && each.wrong_zero + each.setter_hurt + each.collision + each.did_not_end > 0;
        });
        said.push_back({proof->good ? Severity::Note : Severity::Attention,
                        fmt::format("Every fault tried {}: {}.", localTime(proof->at_utc_ms).toStdString(),
                                    proof->good ? "nothing bad is unlisted" : "something bad is unlisted"),
                        fmt::format("{} faults in {} shops each, {} end badly and are not listed. Virtual machine "
                                    "“{}”, text {}.",
                                    proof->faults.size() - 1, proof->worlds, bad, proof->engine, proof->text_hash),
                        {}});
    }
    if (said.size() == 1 && fresh && fresh->said)
        said.push_back({Severity::Attention,
                        "Checked, never proved.",
                        "A text in the control's own words cannot be run here: prove it on the machine, first in air.",
                        {}});
    else if (said.size() == 1)
        said.push_back({Severity::Attention,
                        "This text has no run in the book.",
                        "Try every fault on it (Faults), and keep the table: that is what its proof rests on.",
                        {}});
    return said;
}

} // namespace steady::app
