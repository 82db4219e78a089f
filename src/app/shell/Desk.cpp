// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Desk.h"

#include "core/base/Words.h"

namespace steady::app {
namespace {

constexpr int poll_ms = 1000;

Id<shop::Contact> lastContactOf(shop::Book const& book, Id<shop::Assembly> tool) {
    Id<shop::Contact> last;
    for (auto const& [id, contact] : book.all<shop::Contact>())
        if (contact->assembly == tool) last = id;
    return last;
}

} // namespace

Desk::Desk(std::unique_ptr<store::Session> session, Look& look, Prompter& prompter)
    : m_session(std::move(session)), m_look(look), m_prompter(prompter) {
    recompute();
    if (!m_session->writable()) { // the writer in the other window goes on
        auto* poll = new QTimer(this);
        connect(poll, &QTimer::timeout, m_session.get(), &store::Session::refresh);
        poll->start(poll_ms);
    }
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
    m_book = m_session->book().in(m_look.units());
    std::tie(m_setup_id, m_setup) = safety::setupOf(m_book);
    m_zero = zeroing::plateZero(m_book, m_session->readings(), m_setup, m_practice);
}

Result<safety::Rehearsal> Desk::rehearse(std::set<std::string> const& leave_out) const {
    return safety::rehearsePlateZero(m_book, m_session->readings(), m_setup, leave_out);
}

safety::Progress Desk::progress() const {
    return m_zero ? safety::progressOf(*m_zero, m_run_good) : safety::Progress{};
}

Result<void> Desk::commit(shop::Change change) { return m_session->commit(std::move(change)); }

Result<void> Desk::commitSetup(shop::ZeroSetup const& setup, std::string what) {
    shop::Change change{std::move(what), {}, {}, {}};
    change.put(m_setup_id ? m_setup_id : Id<shop::ZeroSetup>{m_session->book().nextId()}, setup);
    return commit(std::move(change));
}

Result<void> Desk::useTool(Id<shop::Assembly> tool) {
    auto setup = m_setup;
    auto const* found = m_book.find(tool);
    if (tool == setup.assembly || !found) return {};
    setup.assembly = tool;
    setup.contact = lastContactOf(m_book, tool);
    return commitSetup(setup, fmt::format("Use tool {}: {}", found->number, found->name));
}

void Desk::offerTools(QComboBox& list) const {
    list.clear();
    for (auto const& [id, tool] : m_book.all<shop::Assembly>()) {
        list.addItem(text(fmt::format("Tool {}: {}", tool->number, tool->name)),
                     QVariant::fromValue<qlonglong>(id.value));
        if (id == m_setup.assembly) list.setCurrentIndex(list.count() - 1);
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
    Q_EMIT progressChanged();
}

} // namespace steady::app
