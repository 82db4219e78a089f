// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A beam setter set up in large type: the chain of steps, of which none can be left out.

#include "app/widgets/RunSheet.h"
#include "core/install/Beam.h"

#include <QTimer>
#include <functional>

namespace steady::app {

class BeamSheet : public RunSheet {
    Q_OBJECT

public:
    using Now = std::function<std::int64_t()>;
    BeamSheet(Look const& look, Now now, QWidget* parent = nullptr);
    /// `check`: none: nobody has begun. `setter`: none: there is no beam setter.
    void show(std::optional<shop::BeamCheck> check, std::optional<shop::Standard> setter, UnitSystem units,
              bool writable);
    /// Keeps what came of a step.
    void onKeep(std::function<Result<void>(shop::BeamCheck, QString const& words)> keep) { m_keep = std::move(keep); }

Q_SIGNALS:
    void begun();

protected:
    void chosen(std::size_t answer) override;
    Result<void> figureTyped(QString const& typed) override;

private:
    void askStep();
    QString hintNow() const;

    Now m_now;
    QTimer m_tick; ///< while a routine runs
    std::optional<shop::BeamCheck> m_check;
    std::optional<shop::Standard> m_setter;
    UnitSystem m_units = UnitSystem::Metric;
    bool m_writable = true;
    QString m_hint_words;
    std::function<Result<void>(shop::BeamCheck, QString const&)> m_keep;
};

} // namespace steady::app
