// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The texts that the book keeps: which was run when, against which book, and whether the book has changed since.

#include "app/macros/MacrosStation.h"

#include "app/widgets/When.h"
#include "core/base/Words.h"
#include "core/zeroing/Link.h"

#include <QFile>
#include <QSaveFile>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

std::string outcomeOf(safety::RunClass kind) {
    switch (kind) {
    case safety::RunClass::Right: return "right";
    case safety::RunClass::StoppedSafely: return "stopped safely";
    case safety::RunClass::WrongZero: return "wrong, and silent";
    case safety::RunClass::SetterHurt: return "setter hurt";
    case safety::RunClass::Collision: return "collision";
    case safety::RunClass::DidNotEnd: return "did not end";
    }
    return {};
}

} // namespace

Id<shop::MacroVersion> MacrosStation::versionOf(std::string const& text) const {
    for (auto const& [id, version] : desk().book().all<shop::MacroVersion>())
        if (version->kind == macros::name(m_kind) && version->text == text) return id;
    return {};
}

Result<void> MacrosStation::keepVersion(bool with_run) {
    auto const macro = m_editor->text().toStdString();
    auto const seq = desk().session().file().lastSeq();
    auto const now = desk().session().now();
    shop::Change change{fmt::format("Kept: {}", macros::title(m_kind)), {}, {}, {}};
    auto version = versionOf(macro);
    if (!version) {
        version = {desk().nextId(change)};
        change.put(version, shop::MacroVersion{macros::name(m_kind), macro, seq, now});
    }
    if (with_run && m_theatre.ended()) {
        shop::MacroRun run{version,
                           outcomeOf(safety::classify(m_theatre.result(), *m_rehearsal)),
                           m_fault->box()->currentIndex() > 0 ? m_fault->box()->currentText().toStdString() : "",
                           safety::errorOf_mm(m_theatre.result(), *m_rehearsal),
                           seq,
                           now};
        change.put(Id<shop::MacroRun>{desk().nextId(change)}, std::move(run));
    }
    return change.empty() ? Result<void>{} : desk().commit(std::move(change));
}

void MacrosStation::keepEdits() {
    if (edited() && desk().session().writable()) (void)desk().report(keepVersion(false));
}

void MacrosStation::keep() {
    if (!m_rehearsal) {
        (void)desk().report(Failure(m_rehearsal.error()));
        return;
    }
    (void)desk().report(keepVersion(true));
}

void MacrosStation::save() {
    if (!m_rehearsal) {
        (void)desk().report(Failure(m_rehearsal.error()));
        return;
    }
    auto const name =
        u"%1-tool-%2.ngc"_s.arg(QString::fromLatin1(macros::name(m_kind))).arg(m_rehearsal->zero.assembly.number);
    desk().prompter().saveFile(this, u"Save the macro"_s, name, u"G-code (*.ngc)"_s, [this](QString const& path) {
        QSaveFile file(path);
        auto const bytes = m_editor->text().toUtf8();
        if (!file.open(QIODevice::WriteOnly) || file.write(bytes) != bytes.size() || !file.commit()) {
            (void)desk().report(fail(Code::FileWrite, {path.toStdString()}, file.errorString().toStdString()));
            return;
        }
        // What leaves for the machine stays in the book.
        if (desk().session().writable()) (void)desk().report(keepVersion(false));
    });
}

void MacrosStation::showKept() {
    auto& list = *m_versions->box();
    auto const before = list.currentData();
    list.clear();
    auto const& all = desk().book().all<shop::MacroVersion>();
    for (auto it = all.rbegin(); it != all.rend(); ++it) {
        auto const kind = macros::kindNamed(it->second->kind);
        list.addItem(localTime(it->second->at_utc_ms) + u": "_s +
                         (kind ? QString::fromUtf8(macros::title(*kind)) : text(it->second->kind)),
                     QVariant::fromValue<qlonglong>(it->first.value));
        if (list.itemData(list.count() - 1) == before) list.setCurrentIndex(list.count() - 1);
    }
    bool const any = list.count() > 0;
    m_versions->setVisible(any);
    m_show_version->setVisible(any);
    m_version_words->setText(any ? u"Compared with the text that would be written from the book now."_s
                                 : u"Nothing kept yet. A text that is saved for the machine is kept as well."_s);
    m_keep->setEnabled(desk().session().writable());
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
    auto const kind = macros::kindNamed(version->kind);
    auto const fresh = kind ? desk().rehearse(*kind) : Result<safety::Rehearsal>(fail(Code::Missing, {}));
    auto const since = desk().session().file().lastSeq() - version->book_seq;
    auto const state = fmt::format("Written at change {} of the book, {} ago; {} changes since.", version->book_seq,
                                   zeroing::ageText(version->at_utc_ms, desk().session().now()), since);
    if (!fresh) {
        said.push_back({Severity::Bad,
                        "It can no longer be written.",
                        toFinding(fresh.error()).text + " " + toFinding(fresh.error()).remedy + " " + state,
                        {}});
    } else if (fresh->macro.text == version->text) {
        said.push_back({Severity::Note, "It is still the text of this book.", state, {}});
    } else {
        auto const old_lines = text(version->text).split(u'\n'), new_lines = text(fresh->macro.text).split(u'\n');
        int differ = std::abs(static_cast<int>(old_lines.size() - new_lines.size()));
        std::vector<std::string> why{"first differences:"};
        for (qsizetype i = 0; i < std::min(old_lines.size(), new_lines.size()); ++i) {
            if (old_lines[i] == new_lines[i]) continue;
            ++differ;
            if (why.size() < 6)
                why.push_back(fmt::format("line {}: {} | now {}", i + 1, old_lines[i].trimmed().toStdString(),
                                          new_lines[i].trimmed().toStdString()));
        }
        said.push_back(
            {Severity::Attention, "The book has changed since.",
             fmt::format("Written anew it would differ in {} line{}. {}", differ, differ == 1 ? "" : "s", state), why});
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
    if (said.size() == 1)
        said.push_back({Severity::Attention,
                        "This text has no run in the book.",
                        "Run it (F5), then keep it again: how it went is written down.",
                        {}});
    return said;
}

} // namespace steady::app
