// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Every fault at once against the text as it stands: the table, what follows from it, and the way from a crossing to
// the run behind it.

#include "app/macros/MacrosStation.h"

#include "app/widgets/When.h"
#include "app/widgets/WrappedLabel.h"
#include "core/base/Words.h"
#include "core/safety/TableJudgement.h"

#include <thread>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

constexpr QLatin1StringView no_protection("*");

} // namespace

void MacrosStation::buildFaults(QVBoxLayout* page) {
    m_attack = new QPushButton(u"Try every fault"_s);
    m_attack->setObjectName(u"macro.attack"_s);
    m_attack->setToolTip(u"On the virtual machine, with the text as it stands (Ctrl+F5)"_s);
    connect(m_attack, &QPushButton::clicked, this, &MacrosStation::attack);
    m_attack_all = new QPushButton(u"Try every macro"_s);
    m_attack_all->setObjectName(u"macro.attack_all"_s);
    m_attack_all->setToolTip(u"All that the machine's method has a use for, as the book writes them"_s);
    connect(m_attack_all, &QPushButton::clicked, this, &MacrosStation::attackAll);
    m_worlds = new Choice(u"macro.worlds"_s, u"Each in so many shops as they may be"_s, desk().look());
    for (int const worlds : {1, 20, 200, 1000}) m_worlds->box()->addItem(QString::number(worlds), worlds);
    m_worlds->box()->setCurrentIndex(1);
    m_compare = new Choice(u"macro.compare"_s, u"Compare with"_s, desk().look());
    m_keep_table = new QPushButton(u"Keep this table"_s);
    m_keep_table->setObjectName(u"macro.table.keep"_s);
    m_keep_table->setToolTip(u"Into the book, with the text that it is of"_s);
    connect(m_keep_table, &QPushButton::clicked, this, &MacrosStation::keepTable);
    page->addWidget(m_attack);
    page->addWidget(m_attack_all);
    page->addWidget(m_worlds);
    page->addWidget(m_compare);
    page->addWidget(m_keep_table);
    auto* words = new WrappedLabel;
    words->setText(u"Lengths, thickness, stock, homing and what the input scatters by are drawn as the book knows "
                   "them, the same shops for every fault. A crossing shows the worst that happened there; click it, or "
                   "press Enter, to see that run."_s);
    styled(words, Type::Small, Tone::Soft);
    page->addWidget(words);
}

void MacrosStation::buildTable() {
    m_table_page = new QWidget;
    auto* column = new QVBoxLayout(m_table_page);
    column->setContentsMargins(0, 0, 0, 0);
    m_table_words = styled(new QLabel, Type::Heading, Tone::Soft);
    m_table_words->setObjectName(u"macro.table.words"_s);
    m_table_words->setWordWrap(true);
    column->addWidget(m_table_words);
    m_table = new FaultTableView(desk().look());
    connect(m_table, &FaultTableView::opened, this, &MacrosStation::replay);
    column->addWidget(m_table, 1);
    m_all = new RowsView(u"macro.table.all"_s, u"Every macro, and what the faults do to it"_s, desk().look());
    connect(m_all, &QListView::activated, this, [this](QModelIndex const& at) { openTried(at.row()); });
    connect(m_all, &QListView::clicked, this, [this](QModelIndex const& at) { openTried(at.row()); });
    m_all->hide();
    column->addWidget(m_all, 1);
    column->addStretch(); // the words stay on top while there is no table
    m_table_page->hide();
    picture()->addWidget(m_table_page, 1);
}

/// Texts that the table can stand beside: without one of its protections, or as it was kept.
void MacrosStation::fillCompare() {
    auto& list = *m_compare->box();
    auto const before = list.currentData();
    list.clear();
    list.addItem(u"Nothing"_s);
    list.addItem(u"The same without any protection"_s, QString(no_protection));
    for (auto const& id : m_rehearsal->macro.recipe.ids())
        list.addItem(u"Without: "_s + text(id).replace(u'-', u' '), text(id));
    for (auto const& [id, version] : desk().book().all<shop::MacroVersion>())
        if (version->macro == macros::name(m_kind) && !phrased()) // what was kept of those cannot be run
            list.addItem(u"Kept "_s + localTime(version->at_utc_ms), QVariant::fromValue<qlonglong>(id.value));
    list.setCurrentIndex(std::max(0, list.findData(before)));
}

safety::Attack MacrosStation::attackNow() const {
    auto attack = safety::attackOn(*m_rehearsal);
    attack.text = m_editor->text().toStdString();
    return attack;
}

Result<std::optional<safety::Attack>> MacrosStation::compareWith() const {
    auto const chosen = m_compare->box()->currentData();
    if (!chosen.isValid()) return std::nullopt;
    if (chosen.typeId() == QMetaType::QString) {
        auto const id = chosen.toString();
        auto const less = desk().rehearse(m_kind, id == no_protection ? macros::protections(m_rehearsal->macro.recipe)
                                                                      : std::set{id.toStdString()});
        if (!less) return Failure(less.error());
        return safety::attackOn(*less);
    }
    auto const* version = desk().book().find(Id<shop::MacroVersion>{chosen.toLongLong()});
    if (!version) return std::nullopt;
    auto attack = safety::attackOn(*m_rehearsal);
    attack.text = version->text;
    return attack;
}

void MacrosStation::attack() {
    if (!m_rehearsal) return (void)desk().report(Failure(m_rehearsal.error()));
    auto other = compareWith();
    if (!other) return (void)desk().report(Failure(other.error()));
    safety::CampaignSize const size{m_worlds->box()->currentData().toInt(), drawn_with,
                                    static_cast<int>(std::max(1U, std::thread::hardware_concurrency()))};
    m_tried.reset();
    m_all_tried.clear();
    showState();
    desk().work().start(
        u"Trying every fault"_s,
        [attack = attackNow(), other = std::move(*other), macro = m_rehearsal->macro, size](Going const& going) {
            Tried tried{attack, fail(Code::Missing, {}), {}};
            double const share = other ? 0.5 : 1; // of the whole, for each text
            auto part = [&](double from) {
                return Going{going.stop, [&going, share, from](double done) {
                                 if (going.tell) going.tell(from + share * done);
                             }};
            };
            auto mine = safety::runCampaign(attack, size, part(0));
            if (!mine) {
                tried.shown = Failure(mine.error());
                return tried;
            }
            ShownTable shown{*mine, safety::tableSteps(*mine, macro, attack.text), {}};
            if (other) {
                auto theirs = safety::runCampaign(*other, size, part(share));
                if (theirs)
                    shown.other = std::move(*theirs);
                else
                    tried.other_unread = theirs.error();
            }
            tried.shown = std::move(shown);
            return tried;
        },
        [this](Tried tried) {
            m_tried = std::move(tried);
            if (m_tried->shown) m_table->show(*m_tried->shown);
            showState();
        });
}

void MacrosStation::attackAll() {
    safety::CampaignSize const size{m_worlds->box()->currentData().toInt(), drawn_with,
                                    static_cast<int>(std::max(1U, std::thread::hardware_concurrency()))};
    m_tried.reset();
    std::vector<TriedMacro> todo;
    for (auto const kind : macros::every_kind)
        if (macros::belongsTo(kind, desk().setup().plan.method))
            todo.push_back({kind, desk().rehearse(kind), fail(Code::Missing, {})});
    m_all_seq = desk().session().file().lastSeq();
    desk().work().start(
        u"Trying every macro"_s,
        [todo = std::move(todo), size](Going const& going) mutable {
            for (std::size_t i = 0; i < todo.size(); ++i) {
                auto& each = todo[i];
                auto const tell = [&going, i, all = todo.size()](double done) {
                    if (going.tell) going.tell((static_cast<double>(i) + done) / static_cast<double>(all));
                };
                if (!each.written || going.stopped()) continue;
                each.table = safety::runCampaign(safety::attackOn(*each.written), size, {going.stop, tell});
            }
            return std::move(todo);
        },
        [this](std::vector<TriedMacro> tried) {
            m_all_tried = std::move(tried);
            std::vector<Row> rows;
            for (auto const& each : m_all_tried) rows.push_back(rowOf(each));
            m_all->show(std::move(rows));
            showState();
        });
}

bool MacrosStation::allHold() const { return !m_all_tried.empty() && m_all_seq == desk().session().file().lastSeq(); }

/// One line of all: what the faults do to a macro, or why there is none.
Row MacrosStation::rowOf(TriedMacro const& tried) {
    Row row{.text = QString::fromUtf8(macros::title(tried.kind)), .detail = {}};
    auto const* error = !tried.written ? &tried.written.error() : !tried.table ? &tried.table.error() : nullptr;
    if (error) {
        row.detail = u"not tried: "_s + text(toFinding(*error).text);
        row.mark = upkeep::Standing::Open;
        return row;
    }
    auto const& table = *tried.table;
    if (table.stopped) {
        row.detail = u"stopped before its end"_s;
        row.mark = upkeep::Standing::Open;
        return row;
    }
    int listed = 0;
    QStringList others;
    for (auto const& each : table.rows) {
        if (each.bad() == 0) continue;
        if (each.listed())
            ++listed;
        else
            others << QString::fromUtf8(each.fault->text);
    }
    row.detail = u"%1 faults, %2 runs; %3 listed end badly"_s.arg(table.rows.size())
                     .arg(QLocale().toString(table.runs))
                     .arg(listed);
    if (!others.isEmpty()) row.detail += u"; NOT LISTED: "_s + others.join(u", "_s);
    if (!table.nothingIsGood()) row.detail += u"; wrong with nothing wrong"_s;
    row.mark = table.good() ? upkeep::Standing::Proved : upkeep::Standing::Failed;
    return row;
}

/// That macro with the table that it came to.
void MacrosStation::openTried(int row) {
    if (row < 0 || row >= static_cast<int>(m_all_tried.size())) return;
    auto tried = m_all_tried[static_cast<std::size_t>(row)];
    keepEdits();
    m_kind = tried.kind;
    m_leave_out->box()->clear();
    m_all_tried.clear();
    writeAnew();
    if (!m_rehearsal || !tried.written || !tried.table) return showState();
    auto const attack = attackNow();
    ShownTable shown{*tried.table, safety::tableSteps(*tried.table, m_rehearsal->macro, attack.text), {}};
    m_tried = Tried{attack, std::move(shown), {}};
    m_table->show(*m_tried->shown);
    showState();
}

/// While neither text nor book have changed since.
bool MacrosStation::tableHolds() const {
    return m_tried && m_rehearsal && m_tried->attack.text == m_editor->text().toStdString() &&
           m_tried->attack.believed == m_rehearsal->world();
}

bool MacrosStation::attackedWell() const {
    if (tableHolds() && m_tried->shown && m_tried->shown->table.good()) return true;
    auto const macro = m_editor->text().toStdString();
    auto const kept = versionOf(macro);
    auto const& proofs = desk().book().all<shop::MacroProof>();
    return kept && std::any_of(proofs.begin(), proofs.end(), [&](auto const& each) {
               return each.second->version == kept && each.second->good && safety::isOf(*each.second, macro);
           });
}

void MacrosStation::showTable() {
    if (m_sections->current() != u"faults"_s) return;
    bool const shown = tableHolds() && m_tried->shown;
    bool const all = allHold();
    m_table->setVisible(shown);
    m_all->setVisible(all);
    m_attack->setEnabled(static_cast<bool>(m_rehearsal));
    m_keep_table->setEnabled(shown && !phrased() && !m_tried->shown->table.stopped && desk().session().writable());
    if (all) {
        m_table_words->setText(
            u"%1 macros of this machine's method; click one for its table"_s.arg(m_all_tried.size()));
    } else if (shown) {
        auto const& table = m_tried->shown->table;
        m_table_words->setText(u"%1 faults down, the steps in which runs ended across; %2 runs"_s.arg(table.rows.size())
                                   .arg(QLocale().toString(table.runs)));
    } else {
        m_table_words->setText(m_tried ? u"Text or book have changed since; try every fault again."_s
                                       : u"Not tried yet."_s);
    }
}

std::vector<zeroing::Judgement> MacrosStation::judgedTable() const {
    if (allHold()) {
        auto const is = [&](bool (*of)(TriedMacro const&)) {
            return std::count_if(m_all_tried.begin(), m_all_tried.end(), of);
        };
        auto const tried = is([](TriedMacro const& each) { return each.written && each.table; });
        auto const good = is([](TriedMacro const& each) { return each.written && each.table && each.table->good(); });
        return {
            {good == tried ? Severity::Note : Severity::Bad,
             good == tried ? fmt::format("Of {} macros none lets through what is not listed.", tried)
                           : fmt::format("{} of {} macros let through what is not listed.", tried - good, tried),
             fmt::format("{} could not be written with this book; each says why. What is listed stands at the head of "
                         "each macro with what to do instead.",
                         m_all_tried.size() - static_cast<std::size_t>(tried)),
             {}}};
    }
    if (!tableHolds())
        return {{Severity::Note,
                 "Which faults does this text survive?",
                 "Try every fault of the shop on it before the real machine meets the first one.",
                 {}}};
    if (!m_tried->shown) {
        auto const finding = toFinding(m_tried->shown.error());
        return {{Severity::Bad, "It cannot be run.", finding.text + " " + finding.remedy, {}}};
    }
    auto const& shown = *m_tried->shown;
    auto said = safety::judgeTable(shown.table, *m_rehearsal, desk().units());
    if (shown.other) said.insert(said.begin() + 1, safety::compareTables(shown.table, *shown.other));
    if (phrased())
        said.insert(said.begin() + 1,
                    {Severity::Attention,
                     "This is the table of the recipe, not of your text.",
                     "What your control takes cannot be run here, so that the table is not kept as its proof.",
                     {}});
    if (auto const& why = m_tried->other_unread) {
        auto const finding = toFinding(*why);
        said.insert(said.begin() + 1,
                    {Severity::Attention, "The other text cannot be run.", finding.text + " " + finding.remedy, {}});
    }
    return said;
}

/// The run behind a crossing, at the line where it ended.
void MacrosStation::replay(safety::Fault const* fault, int world, int line) {
    {
        QSignalBlocker const quiet_fault(m_fault->box()), quiet_world(m_world->box());
        m_fault->box()->setCurrentIndex(fault ? std::max(0, m_fault->box()->findData(QString::fromLatin1(fault->id)))
                                              : 0);
        auto& worlds = *m_world->box();
        if (worlds.findData(world) < 0) worlds.addItem(u"Number %1 of the fault table"_s.arg(world + 1), world);
        worlds.setCurrentIndex(worlds.findData(world));
        m_world->show();
        m_true_thickness_mm.reset();
        m_true_thickness->showLength(m_true_thickness_mm, u"leave empty: as the book says"_s);
    }
    m_sections->open(u"run"_s);
    startOver();
    whenRun([this, line] {
        auto const& trace = m_theatre.trace();
        int lines = m_theatre.count();
        for (int i = 0; i < m_theatre.count(); ++i)
            if (trace[static_cast<std::size_t>(i)].record.line == line) lines = i + 1;
        m_theatre.seek(lines);
        showPlay();
    });
}

void MacrosStation::keepTable() {
    if (!tableHolds() || !m_tried->shown) return;
    if (!desk().report(keepVersion(false))) return;
    auto const& table = m_tried->shown->table;
    auto const& session = desk().session();
    shop::Change change{fmt::format("Fault table of {}", macros::title(m_kind)), {}, {}, {}};
    change.put(Id<shop::MacroProof>{desk().nextId(change)},
               safety::proofOf(table, versionOf(m_tried->attack.text), session.file().lastSeq(), session.now()));
    (void)desk().report(desk().commit(std::move(change)));
}

} // namespace steady::app
