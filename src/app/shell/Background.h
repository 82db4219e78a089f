// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The only way off the interface thread: one piece of work at a time, which can be cancelled.

#include <QObject>
#include <memory>
#include <thread>

namespace steady::app {

class Background : public QObject {
public:
    using QObject::QObject;
    /// Asks the work to stop and waits until it has.
    ~Background() override { cancel(); }

    /// `work(std::stop_token)` runs elsewhere and touches nothing of the window; `done(result)` runs here, unless the
    /// work was cancelled or something else was started meanwhile.
    template<class Work, class Done> void start(Work work, Done done) {
        cancel();
        auto const generation = ++m_generation;
        m_thread = std::jthread(
            [this, generation, work = std::move(work), done = std::move(done)](std::stop_token stop) mutable {
                using Value = decltype(work(stop));
                auto result = std::make_shared<Value>(work(stop));
                QMetaObject::invokeMethod(
                    this,
                    [this, generation, result, done = std::move(done)]() mutable {
                        if (generation != m_generation) return;
                        done(std::move(*result));
                    },
                    Qt::QueuedConnection);
            });
    }
    void cancel() {
        ++m_generation;
        m_thread.request_stop();
        if (m_thread.joinable()) m_thread.join();
    }

private:
    std::jthread m_thread;
    std::uint64_t m_generation = 0;
};

} // namespace steady::app
