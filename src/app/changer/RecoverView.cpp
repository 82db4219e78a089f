// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/changer/RecoverView.h"

#include "app/widgets/WrappedLabel.h"
#include "core/macros/LinkNumbers.h"

#include <QSignalBlocker>
#include <QVBoxLayout>

namespace steady::app {

using namespace Qt::StringLiterals;
using changer::ClampSeen;
using changer::HolderSeen;

namespace {

constexpr int pockets_px = 190;
constexpr int not_looked = -1, up_and_clear = 0;
constexpr int above = 10'000; ///< added to a pocket: the carousel is at the spindle, which stands above it

} // namespace

RecoverView::RecoverView(Desk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* note = styled(new WrappedLabel, Type::Small, Tone::Soft);
    note->setText(u"What is seen now counts, not where the text stopped. Look without reaching in, and say what you "
                  "see; the way back stands beside."_s);
    column->addWidget(note);
    auto choice = [&](char16_t const* name, char16_t const* caption, QStringList const& words, auto take) {
        auto* made = new Choice(QString::fromUtf16(name), QString::fromUtf16(caption), desk.look());
        made->box()->addItems(words);
        connect(made->box(), &QComboBox::activated, this, [this, take](int index) {
            take(index);
            fill();
            Q_EMIT changed();
        });
        column->addWidget(made);
        return made;
    };
    m_place = choice(u"recover.place", u"The spindle is", {}, [this](int index) {
        int const at = m_place->box()->itemData(index).toInt();
        m_seen.at_pocket = at == not_looked ? std::nullopt : std::optional(at >= above ? at - above : at);
        m_seen.in_fork = at > up_and_clear && at < above;
    });
    m_spindle = choice(u"recover.spindle", u"In its cone is", {}, [this](int index) { m_seen.spindle = taken(index); });
    m_arm = choice(u"recover.arm", u"In the arm is", {}, [this](int index) { m_seen.arm = taken(index); });
    m_clamp =
        choice(u"recover.clamp", u"The clamp, at the drawbar itself", {u"not looked at"_s, u"closed"_s, u"open"_s},
               [this](int index) { m_seen.clamp = static_cast<ClampSeen>(index); });
    m_air = choice(u"recover.air", u"Air", {u"off, or not looked at"_s, u"on, the gauge stands right"_s},
                   [this](int index) { m_seen.air = index == 1; });
    m_homed = choice(u"recover.homed", u"Homed, and nothing bumped since", {u"no, or not known"_s, u"yes"_s},
                     [this](int index) { m_seen.homed = index == 1; });
    m_power = choice(u"recover.power", u"The power was cut while it moved", {u"no"_s, u"yes"_s}, [this](int index) {
        m_seen.power_cut = index == 1;
        m_seen.mark = changer::MarkSeen::NotLooked;
        if (m_seen.power_cut) m_seen.homed = false;
    });
    m_mark =
        choice(u"recover.mark", u"The known mark, gone to after homing", {u"not looked at"_s, u"hit"_s, u"missed"_s},
               [this](int index) { m_seen.mark = static_cast<changer::MarkSeen>(index); });
    m_alarm = new Field(u"recover.alarm"_s, u"What the control says"_s, desk.look());
    m_alarm->onAccept([this](QString const& typed) -> Result<void> {
        m_seen.alarm = typed.trimmed().toStdString();
        Q_EMIT changed();
        return {};
    });
    column->addWidget(m_alarm);
    m_pockets = new RowsView(u"recover.pockets"_s, u"What is seen in the pockets"_s, desk.look());
    m_pockets->setMinimumHeight(desk.look().px(pockets_px));
    connect(m_pockets, &RowsView::choiceChanged, this, [this] {
        if (m_pockets->chosen() >= 0) choosePocket(m_pockets->chosen());
    });
    column->addWidget(m_pockets);
    m_holder = choice(u"recover.holder", u"In that pocket hangs", {}, [this](int index) {
        if (auto const shown = device()) m_seen.pockets[shown->first_number + m_pocket] = taken(index);
    });
    m_sign = new QPushButton(u"Signed: so it hangs"_s);
    m_sign->setObjectName(u"recover.sign"_s);
    m_sign->setToolTip(u"The table and the tool in the spindle become what was seen"_s);
    connect(m_sign, &QPushButton::clicked, this, &RecoverView::signedOff);
    column->addWidget(m_sign);
    m_anew = new QPushButton(u"Look anew"_s);
    m_anew->setObjectName(u"recover.anew"_s);
    m_anew->setToolTip(u"Forgets what was seen here"_s);
    connect(m_anew, &QPushButton::clicked, this, &RecoverView::lookAnew);
    column->addWidget(m_anew);
}

void RecoverView::lookAnew() {
    m_seen = {};
    fill();
    Q_EMIT changed();
}

void RecoverView::show(Id<shop::ToolRack> rack, Id<shop::Carousel> carousel) {
    if (rack != m_rack || carousel != m_carousel) m_seen = {};
    m_rack = rack;
    m_carousel = carousel;
    fill();
}

std::optional<changer::Device> RecoverView::device() const {
    if (auto const* rack = m_desk.book().find(m_rack)) return changer::deviceOf(*rack);
    auto const* carousel = m_desk.book().find(m_carousel);
    if (!carousel) return std::nullopt;
    auto const* machine = m_desk.book().find(carousel->machine);
    return changer::deviceOf(*carousel, machine ? macros::ringNumber(machine->behaviour) : 0);
}

void RecoverView::choosePocket(int pocket) {
    if (pocket == m_pocket) return;
    m_pocket = pocket;
    fill();
    Q_EMIT changed();
}

std::optional<Result<changer::Recovery>> RecoverView::recovery() const {
    auto const shown = device();
    if (!shown) return std::nullopt;
    return changer::recover(*shown, m_seen);
}

std::vector<std::string> RecoverView::after() const {
    return changer::afterRecovery(device().value_or(changer::Device()), m_seen);
}

std::vector<std::pair<QString, HolderSeen>> RecoverView::holders() const {
    std::vector<std::pair<QString, HolderSeen>> all{{u"not looked at"_s, std::nullopt}, {u"nothing"_s, 0}};
    for (auto const& [id, tool] : m_desk.tools())
        all.emplace_back(u"%1  %2"_s.arg(tool->number).arg(text(tool->name)), tool->number);
    return all;
}

void RecoverView::put(QComboBox& box, std::vector<std::pair<QString, HolderSeen>> const& all, HolderSeen const& now) {
    box.clear();
    for (auto const& [words, holder] : all) {
        box.addItem(words);
        if (holder == now) box.setCurrentIndex(box.count() - 1);
    }
}

HolderSeen RecoverView::taken(int index) const {
    auto const all = holders();
    auto const at = static_cast<std::size_t>(index);
    return at < all.size() ? all[at].second : std::nullopt;
}

void RecoverView::fillPlaces(changer::Device const& device) {
    auto& place = *m_place->box();
    place.clear();
    place.addItem(u"not looked at"_s, not_looked);
    place.addItem(device.comes ? u"clear, the carousel back"_s : u"up, and clear of all forks"_s, up_and_clear);
    for (int number = device.first_number; number < device.first_number + device.pockets; ++number) {
        place.addItem(device.comes ? u"down in pocket %1"_s.arg(number) : u"down at fork %1"_s.arg(number), number);
        if (device.comes) place.addItem(u"above pocket %1, the carousel there"_s.arg(number), above + number);
    }
    int const at = m_seen.at_pocket.value_or(not_looked);
    bool const over = device.comes && at > up_and_clear && !m_seen.in_fork;
    place.setCurrentIndex(std::max(0, place.findData(over ? above + at : at)));
}

void RecoverView::fill() {
    auto const shown = device();
    setEnabled(shown.has_value());
    auto const all = holders();
    fillPlaces(shown.value_or(changer::Device()));
    std::vector<Row> rows;
    for (int i = 0; shown && i < shown->pockets; ++i) {
        int const number = shown->first_number + i;
        auto const found = m_seen.pockets.find(number);
        auto const seen = found == m_seen.pockets.end() ? HolderSeen() : found->second;
        QString words = u"not looked at"_s;
        for (auto const& [each, holder] : all)
            if (holder == seen) words = each;
        rows.push_back({.text = u"Pocket %1"_s.arg(number),
                        .detail = words,
                        .mark = seen ? upkeep::Standing::Proved : upkeep::Standing::Open});
    }
    m_arm->setVisible(shown && shown->arm);
    put(*m_arm->box(), all, m_seen.arm);
    put(*m_spindle->box(), all, m_seen.spindle);
    m_clamp->box()->setCurrentIndex(static_cast<int>(m_seen.clamp));
    m_air->box()->setCurrentIndex(m_seen.air);
    m_homed->box()->setCurrentIndex(m_seen.homed);
    m_power->box()->setCurrentIndex(m_seen.power_cut);
    m_mark->setVisible(m_seen.power_cut);
    m_mark->box()->setCurrentIndex(static_cast<int>(m_seen.mark));
    m_alarm->show(text(m_seen.alarm), {}, {});
    m_pocket = std::clamp(m_pocket, 0, std::max(0, static_cast<int>(rows.size()) - 1));
    {
        QSignalBlocker const quiet(m_pockets);
        m_pockets->show(std::move(rows));
        m_pockets->choose(m_pocket);
    }
    HolderSeen here;
    if (shown)
        if (auto const found = m_seen.pockets.find(shown->first_number + m_pocket); found != m_seen.pockets.end())
            here = found->second;
    put(*m_holder->box(), all, here);
    auto const way = recovery();
    m_sign->setEnabled(way && *way && !(*way)->looks_first && m_desk.session().writable());
}

} // namespace steady::app
