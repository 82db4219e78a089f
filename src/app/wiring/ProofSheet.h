// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The proof of a signal in large type, for standing at the machine: one thing at a time, answered by a key or a touch.

#include "app/widgets/RunSheet.h"
#include "core/install/Proof.h"

#include <functional>

namespace steady::app {

class ProofSheet : public RunSheet {
    Q_OBJECT

public:
    explicit ProofSheet(Look const& look, QWidget* parent = nullptr);
    /// What was seen so far; none: nobody has begun. `reason`: why it counts no more, where it was fine.
    void show(std::optional<shop::Observed> const& seen, install::Device device, shop::Path path, QString const& reason,
              bool writable);

Q_SIGNALS:
    void begun(); ///< somebody begins, anew
    void answered(steady::shop::Observed const& seen, QString const& words);

protected:
    void chosen(std::size_t answer) override;

private:
    struct Offer {
        QString words;
        std::function<void(shop::Observed&)> put; ///< none: begins
    };
    void ask(QString const& place, QString const& question, QString const& hint, std::vector<Offer> offers);
    void conclude(install::Diagnosis const& diagnosis, QString const& reason);

    shop::Observed m_seen;
    bool m_writable = true;
    std::vector<Offer> m_offers;
};

} // namespace steady::app
