// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/Field.h"

#include "app/widgets/WrappedLabel.h"

#include "core/base/Words.h"

namespace steady::app {

using namespace Qt::StringLiterals;

Field::Field(QString const& name, QString const& caption, Look const& look, Type type, QWidget* parent)
    : QWidget(parent), m_look(look), m_type(type), m_edit(styled(new QLineEdit(this), type)),
      m_label(styled(new WrappedLabel(caption, this), Type::Body, Tone::Soft)), m_caption_text(caption),
      m_unit(styled(new QLabel(this), Type::Small, Tone::Soft)),
      m_hint(styled(new WrappedLabel(this), Type::Small, Tone::Soft)) {
    m_label->setBuddy(m_edit);
    m_edit->setObjectName(name);
    m_edit->setAccessibleName(caption);
    if (type == Type::Number) m_edit->setAlignment(Qt::AlignRight);
    m_edit->installEventFilter(this);
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    row->addWidget(m_edit, 1);
    row->addWidget(m_unit);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(3);
    column->addWidget(m_label);
    column->addLayout(row);
    column->addWidget(m_hint);
    connect(m_edit, &QLineEdit::textChanged, this, &Field::fit);
    connect(m_edit, &QLineEdit::textEdited, this, [this] { m_draft = true; });
    connect(m_edit, &QLineEdit::editingFinished, this, &Field::accept);
}

void Field::show(QString const& value, QString const& unit, QString const& hint) {
    m_value = value;
    m_hint_text = hint;
    m_unit->setText(unit);
    m_unit->setVisible(!unit.isEmpty() && !m_compact);
    if (m_compact && !unit.isEmpty()) m_label->setText(m_caption_text + u", "_s + unit);
    if (!m_draft) restore();
}

/// A number that is cut reads as another number: before that it gets smaller.
void Field::fit() {
    if (m_type != Type::Number || m_edit->width() == 0) return;
    QStyleOptionFrame option;
    option.initFrom(m_edit);
    int const room = m_edit->style()->subElementRect(QStyle::SE_LineEditContents, &option, m_edit).width() - 6;
    auto const needs = QFontMetrics(m_look.ink().font(Type::Number)).horizontalAdvance(m_edit->text());
    auto const type = needs > room ? Type::Mono : Type::Number;
    if (Dress::of(m_edit).type != type) m_look.dress(styled(m_edit, type, Tone::Ink));
}

void Field::setCompact() {
    m_compact = true;
    m_unit->hide();
}

void Field::restore() {
    m_draft = false;
    m_edit->setText(m_value);
    m_edit->setCursorPosition(0);
    showHint(m_hint_text, Tone::Soft);
}

void Field::showHint(QString const& words, Tone tone) {
    m_hint->setText(words);
    m_hint->setVisible(!words.isEmpty());
    m_look.dress(styled(m_hint, Type::Small, tone));
}

void Field::accept() {
    if (!m_draft) return;
    m_draft = false; // accepting may show a new value
    auto const typed = m_edit->text();
    auto const done = m_accept ? m_accept(typed) : Result<void>{};
    if (done) {
        restore();
        return;
    }
    m_draft = true; // what was typed stays, to be mended
    m_edit->setText(typed);
    auto const finding = toFinding(done.error());
    showHint(text(finding.text + " " + finding.remedy), Tone::Bad);
    if (finding.where.column > 0) m_edit->setCursorPosition(finding.where.column - 1);
}

bool Field::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::KeyPress && static_cast<QKeyEvent*>(event)->key() == Qt::Key_Escape && m_draft) {
        restore();
        m_edit->selectAll();
        return true;
    }
    if (event->type() == QEvent::Resize || event->type() == QEvent::FontChange)
        QTimer::singleShot(0, this, &Field::fit);
    if (event->type() == QEvent::FocusOut) m_edit->deselect();
    if (event->type() == QEvent::FocusIn && !m_draft)
        QTimer::singleShot(0, m_edit, [this] {
            if (m_edit->hasFocus()) m_edit->selectAll(); // it may have gone on already
        });
    return QWidget::eventFilter(watched, event);
}

LengthField::LengthField(QString const& name, QString const& caption, Look const& look, QWidget* parent)
    : Field(name, caption, look, Type::Number, parent), m_caption(caption) {}

void LengthField::onLength(AcceptLength accept) {
    onAccept([this, accept = std::move(accept)](QString const& typed) -> Result<void> {
        if (typed.trimmed().isEmpty() && m_cleared) return m_cleared();
        auto const length = parseLength(typed.toStdString(), m_look.units(), m_caption.toStdString());
        if (!length) return Failure(length.error());
        return accept(*length);
    });
}

void LengthField::showLength(std::optional<double> mm, QString const& hint) {
    Field::show(mm ? text(lengthNumber(*mm, m_look.units())) : QString(), text(unitName(m_look.units())), hint);
}

} // namespace steady::app
