// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Desk.h"

#include "core/base/Words.h"
#include "core/zeroing/SetterHeight.h"
#include "core/zeroing/Slips.h"

namespace steady::app {
namespace {

constexpr int poll_ms = 1000, hour_ms = 3'600'000;

} // namespace

Desk::Desk(std::unique_ptr<store::Session> session, Look& look, Prompter& prompter)
    : m_session(std::move(session)), m_look(look), m_prompter(prompter), m_book(m_facts.reader()) {
    recompute();
    if (!m_session->writable()) { // the writer in the other window goes on
        auto* poll = new QTimer(this);
        connect(poll, &QTimer::timeout, m_session.get(), &store::Session::refresh);
        poll->start(poll_ms);
    }
    auto* hours = new QTimer(this); // reminders come due with time alone
    connect(hours, &QTimer::timeout, this, [this] {
        m_status = upkeep::statusOf(m_book, m_session->now(), m_run_good);
        Q_EMIT progressChanged();
    });
    hours->start(hour_ms);
    connect(m_session.get(), &store::Session::changed, this, [this] {
        m_run_good.reset();
        m_practice.reset();
        recompute();
        Q_EMIT changed();
    });
    connect(&look, &Look::changed, this, [this] {
        recompute();
        Q_EMIT changed();
    });
}

void Desk::recompute() {
    m_facts.lookAt(m_session->snapshot(), m_look.units());
    m_book = m_facts.reader();
    std::tie(m_setup_id, m_setup) = safety::setupOf(m_book);
    m_zero = m_book.ask<zeroing::plateZero>(m_setup, m_practice);
    m_slips = m_book.ask<zeroing::findSlips>(m_setup);
    m_status = upkeep::statusOf(m_book, m_session->now(), m_run_good);
}

Result<safety::Rehearsal> Desk::rehearse(macros::Kind kind, std::set<std::string> const& leave_out) const {
    return safety::rehearse(m_book, m_setup, kind, leave_out);
}

Result<void> Desk::commit(shop::Change change) { return m_session->commit(std::move(change)); }

std::int64_t Desk::nextId(shop::Change const& change) const {
    auto next = m_session->book().nextId();
    for (auto const& put : change.puts) next = std::max(next, put.id + 1);
    return next;
}

void Desk::putSetup(shop::Change& change, shop::ZeroSetup setup) const {
    change.put(m_setup_id ? m_setup_id : Id<shop::ZeroSetup>{nextId(change)}, std::move(setup));
}

Result<void> Desk::commitSetup(shop::ZeroSetup const& setup, std::string what) {
    shop::Change change{std::move(what), {}, {}, {}};
    putSetup(change, setup);
    return commit(std::move(change));
}

Result<void> Desk::useTool(Id<shop::Assembly> tool) {
    auto setup = m_setup;
    auto const* found = m_book.find(tool);
    if (tool == setup.place.assembly || !found) return {};
    setup.place.assembly = tool;
    setup.place.contact = zeroing::lastContact(m_book, setup, tool, shop::Target::Plate);
    return commitSetup(setup, fmt::format("Use tool {}: {}", found->number, found->name));
}

Result<void> Desk::useMachine(Id<shop::ZeroSetup> setup) {
    auto const* found = m_book.find(setup);
    if (setup == m_setup_id || !found) return {};
    auto const* machine = m_book.find(found->place.machine);
    auto info = m_session->book().info();
    info.in_use = setup;
    shop::Change change{"Work at " + (machine ? machine->name : std::string("the assumed machine")), {}, {}, {}};
    auto const id = m_book.first<shop::BookInfo>();
    change.put(id ? id : Id<shop::BookInfo>{nextId(change)}, info);
    return commit(std::move(change));
}

void Desk::offerTools(QComboBox& list) const {
    list.clear();
    for (auto const& [id, tool] : tools()) {
        list.addItem(text(fmt::format("Tool {}: {}", tool->number, tool->name)),
                     QVariant::fromValue<qlonglong>(id.value));
        if (id == m_setup.place.assembly) list.setCurrentIndex(list.count() - 1);
    }
}

Result<void> Desk::report(Result<void> done) {
    if (!done) Q_EMIT problem(text(describe(done.error())));
    return done;
}

void Desk::practise(std::optional<shop::Contact> contact) {
    m_practice = std::move(contact);
    recompute();
    Q_EMIT changed();
}

void Desk::setRunGood(std::optional<bool> good) {
    if (m_run_good == good) return;
    m_run_good = good;
    m_status = upkeep::statusOf(m_book, m_session->now(), m_run_good);
    Q_EMIT progressChanged();
}

} // namespace steady::app
