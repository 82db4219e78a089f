// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Taking readings at the machine: one large figure, Enter keeps it and asks for the next, a number pad beside it.

#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"
#include "app/widgets/WrappedLabel.h"
#include "core/proving/StudyTypes.h"

#include <QPushButton>
#include <QToolButton>

namespace steady::app {

class ReadingSheet : public QWidget {
    Q_OBJECT

public:
    explicit ReadingSheet(Look const& look, QWidget* parent = nullptr);

    /// What is asked for next.
    struct Ask {
        QString place, question, hint; ///< “reading 7 of 20”, what to do, how it is typed
        QString unit, last;            ///< of a bare number; what was kept last
        QString second;                ///< what the other of a pair is; empty: there is none
        QStringList groups;
        int group = 0;                    ///< the next one's, from 1
        std::optional<proving::Place> at; ///< where, of a map
        bool temperature = false, writable = false, can_undo = false, can_mark = false;
    };
    void show(Ask const& ask);
    using QWidget::show;

    struct Typed {
        QString value, second;
        int group = 0;
        std::optional<proving::Place> at;
        std::optional<double> temperature_c;
    };
    /// Keeps it, or says why not; then what was typed stays.
    using Keep = std::function<Result<void>(Typed const& typed)>;
    void onKeep(Keep keep) { m_keep = std::move(keep); }

Q_SIGNALS:
    void undone();
    void marked(QString const& cause); ///< the last reading

private:
    Result<void> typed(QString const& value);
    Result<void> keep(QString const& value, QString const& second);

    Look const& m_look;
    Ask m_ask;
    Keep m_keep;
    QString m_first; ///< of a pair, until the second is there
    std::optional<double> m_temperature_c;
    WrappedLabel *m_place, *m_question, *m_hint, *m_last;
    Field *m_figure, *m_second, *m_temperature;
    LengthField *m_x, *m_y;
    std::optional<proving::Place> m_at;
    Choice* m_groups;
    QPushButton* m_undo;
    QToolButton* m_mark;
};

/// Why a reading may be set aside.
QStringList readingCauses();

} // namespace steady::app
