// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A pocket taught in large type, one thing at a time, in the order that keeps people from the usual errors.

#include "app/widgets/RunSheet.h"
#include "core/shop/kinds/ToolRack.h"

#include <functional>

namespace steady::app {

class TeachSheet : public RunSheet {
    Q_OBJECT

public:
    explicit TeachSheet(Look const& look, QWidget* parent = nullptr);
    void show(std::optional<shop::ToolRack> rack, bool blocked, UnitSystem units, bool writable);
    /// Goes to a pocket, from 0; homing is asked once.
    void teach(std::size_t pocket);
    std::size_t pocket() const { return m_pocket; }
    /// Keeps a figure of a pocket. What it says speaks against the figure: it is asked again; the same figure twice is
    /// kept. Empty: it is kept.
    using Keep = std::function<Result<std::string>(std::size_t pocket, int axis, TypedLength const& typed, bool twice)>;
    void onKeep(Keep keep) { m_keep = std::move(keep); }

Q_SIGNALS:
    void moved(); ///< to another pocket

protected:
    void chosen(std::size_t answer) override;
    Result<void> figureTyped(QString const& typed) override;

private:
    enum class At { Homed, Free, Drag, Touch, Readout, X, Y, Z };
    void askStep();
    void next();

    std::optional<shop::ToolRack> m_rack;
    UnitSystem m_units = UnitSystem::Metric;
    bool m_blocked = false, m_writable = true;
    std::size_t m_pocket = 0;
    At m_at = At::Homed;
    std::optional<double> m_doubted_mm; ///< typed once already, and asked again
    QString m_doubt;
    Keep m_keep;
};

} // namespace steady::app
