// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What follows, in sentences; each with its “why” to open.

#include "app/widgets/Look.h"
#include "core/zeroing/PlateZero.h"

#include <QVBoxLayout>
#include <vector>

namespace steady::app {

class JudgementPanel : public QWidget {
    Q_OBJECT

public:
    explicit JudgementPanel(Look const& look, QWidget* parent = nullptr);
    void show(std::vector<zeroing::Judgement> const& judgements);
    /// All sentences, for tests and for reading aloud.
    QString allText() const;
    /// The first sentence, and how it is coloured.
    QString headline() const;
    Tone tone() const;

Q_SIGNALS:
    void shown();

private:
    class Mark;
    class Block;

    Look const& m_look;
    QVBoxLayout* m_column;        ///< the blocks, and what is left over
    std::vector<Block*> m_blocks; ///< one for each judgement shown, and those of longer lists before
    std::vector<zeroing::Judgement> m_shown;
    bool m_filled = false;
    QStringList m_open; ///< headlines whose why is open
};

} // namespace steady::app
