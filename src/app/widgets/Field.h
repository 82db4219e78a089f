// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A labelled entry: caption above, the value with its unit, and below it where the value comes from or what is wrong.
// Enter or leaving accepts; Escape drops what is being typed.

#include "app/widgets/Look.h"

#include <QLabel>
#include <QLineEdit>
#include <functional>
#include <optional>

namespace steady::app {

class Field : public QWidget {
    Q_OBJECT

public:
    /// `name` is the object name of the line edit and the accessible name's base.
    Field(QString const& name, QString const& caption, Look const& look, Type type = Type::Number,
          QWidget* parent = nullptr);

    /// Checks a typed text; an error is shown and nothing is accepted.
    using Accept = std::function<Result<void>(QString const& typed)>;
    void onAccept(Accept accept) { m_accept = std::move(accept); }
    /// What is shown while nothing is being typed.
    void show(QString const& value, QString const& unit, QString const& hint);
    /// Beside others in a row: the unit stands in the caption.
    void setCompact();
    void setWritable(bool writable) { m_edit->setReadOnly(!writable); }
    QLineEdit* edit() const { return m_edit; }
    QString hint() const { return m_hint->text(); }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

protected:
    Look const& m_look;

private:
    void accept();
    void restore();
    void fit();
    void showHint(QString const& words, Tone tone);

    Type m_type;
    QLineEdit* m_edit;
    QLabel* m_label;
    QString m_caption_text;
    bool m_compact = false;
    QLabel* m_unit;
    QLabel* m_hint;
    QString m_value, m_hint_text;
    bool m_draft = false;
    Accept m_accept;
};

/// A field for a length: parses what people type in the units shown, hands over mm and the text as typed.
class LengthField : public Field {
public:
    LengthField(QString const& name, QString const& caption, Look const& look, QWidget* parent = nullptr);
    using AcceptLength = std::function<Result<void>(TypedLength const& typed)>;
    void onLength(AcceptLength accept);
    /// An empty text is accepted too, and means “not known”.
    void onCleared(std::function<Result<void>()> cleared) { m_cleared = std::move(cleared); }
    void showLength(std::optional<double> mm, QString const& hint);

private:
    QString m_caption;
    std::function<Result<void>()> m_cleared;
};

} // namespace steady::app
