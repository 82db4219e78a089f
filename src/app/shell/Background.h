// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The only way off the interface thread: one piece of work at a time, which tells how far it is and can be stopped.

#include "core/base/Going.h"

#include <QObject>
#include <QString>
#include <atomic>
#include <chrono>
#include <condition_variable>
#include <memory>
#include <mutex>
#include <thread>

namespace steady::app {

class Background : public QObject {
    Q_OBJECT

public:
    using QObject::QObject;
    /// Asks all work to stop and waits until it has.
    ~Background() override { cancel(); }

    /// Work that is done within this is not noticed: start() waits for it, where somebody else does.
    static constexpr std::chrono::milliseconds brief{30}, no_time{0};

    /// `work(Going const&)` runs elsewhere and touches nothing of the window; `done(result)` runs here, before start()
    /// returns when the work was brief. It is not called when the work was cancelled or something else was started
    /// meanwhile; after stop() it gets what the work made of that. `what`: “Saving a copy”.
    template<class Work, class Done>
    void start(QString what, Work work, Done done, std::chrono::milliseconds wait_for = brief) {
        cancel();
        auto const generation = ++m_generation;
        using Value = decltype(work(Going{}));
        struct Desk { // of both threads
            std::mutex mutex;
            std::condition_variable ready;
            std::optional<Value> value;
        };
        auto const desk = std::make_shared<Desk>();
        auto finish = [this, generation, desk, done = std::move(done)]() mutable {
            if (generation != m_generation) return;
            ++m_generation; // it is told once
            wait();
            setBusy({});
            done(std::move(*desk->value));
        };
        auto const share = m_share = std::make_shared<std::atomic<double>>(-1);
        m_thread = std::jthread([this, desk, finish, share, work = std::move(work)](std::stop_token stop) mutable {
            auto value = work(Going{stop, [share](double told) { *share = told; }});
            {
                std::lock_guard const lock(desk->mutex);
                desk->value = std::move(value);
            }
            desk->ready.notify_one();
            QMetaObject::invokeMethod(this, std::move(finish), Qt::QueuedConnection);
        });
        std::unique_lock lock(desk->mutex);
        bool const soon = desk->ready.wait_for(lock, wait_for, [&] { return desk->value.has_value(); });
        lock.unlock();
        if (soon) return finish();
        setBusy(std::move(what));
    }
    /// Whatever it is at is dropped; what can be stopped is stopped within milliseconds.
    void cancel() {
        ++m_generation;
        m_thread.request_stop();
        wait();
        setBusy({});
    }
    /// Until the work is done to its end; what it made is told with the next events.
    void wait() {
        if (m_thread.joinable()) m_thread.join();
    }
    /// Asks the work to come to an end; what it has by then is told.
    void stop() { m_thread.request_stop(); }

    bool busy() const { return !m_what.isEmpty(); }
    QString what() const { return m_what; }
    double share() const { return m_share ? m_share->load() : -1; } ///< 0 … 1; below 0: it does not say

Q_SIGNALS:
    void busyChanged();

private:
    void setBusy(QString what) {
        if (m_what == what) return;
        m_what = std::move(what);
        Q_EMIT busyChanged();
    }

    std::uint64_t m_generation = 0;
    std::shared_ptr<std::atomic<double>> m_share;
    std::jthread m_thread;
    QString m_what;
};

} // namespace steady::app
