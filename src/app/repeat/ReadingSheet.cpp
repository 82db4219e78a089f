// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/repeat/ReadingSheet.h"

#include "app/widgets/NumberPad.h"
#include "core/base/Decimal.h"
#include "core/shop/Bounds.h"

#include <QMenu>

namespace steady::app {

using namespace Qt::StringLiterals;

QStringList readingCauses() {
    return {u"bumped the lead"_s, u"typed wrong"_s, u"chip or dirt"_s,
            u"wrong place"_s,     u"not homed"_s,   u"something moved"_s};
}

ReadingSheet::ReadingSheet(Look const& look, QWidget* parent) : QWidget(parent), m_look(look) {
    setObjectName(u"repeat.sheet"_s);
    setAccessibleName(u"Taking readings"_s);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(16, 8, 16, 8);
    column->setSpacing(8);
    auto label = [&](QString const& name, Type type, Tone tone) {
        auto* made = styled(new WrappedLabel, type, tone);
        made->setObjectName(name);
        column->addWidget(made);
        return made;
    };
    m_place = label(u"repeat.sheet.place"_s, Type::Title, Tone::Ink);
    m_question = label(u"repeat.sheet.question"_s, Type::Body, Tone::Ink);
    m_groups = new Choice(u"repeat.sheet.group"_s, u"This one is"_s, look);
    column->addWidget(m_groups);
    auto* sides = new QHBoxLayout;
    sides->setSpacing(16);
    column->addLayout(sides);
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    sides->addLayout(left, 1);
    m_figure = new Field(u"repeat.figure"_s, u"What you read"_s, look, Type::Run);
    m_figure->onAccept([this](QString const& value) { return typed(value); });
    left->addWidget(m_figure);
    m_second = new Field(u"repeat.second"_s, u"The other way"_s, look, Type::Run);
    m_second->onAccept([this](QString const& second) { return keep(m_first, second); });
    left->addWidget(m_second);
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    left->addLayout(row);
    auto place = [&](QString const& name, QString const& caption, double proving::Place::*which) {
        auto* made = new LengthField(name, caption, look);
        made->setCompact();
        made->onLength([this, which](TypedLength const& length) -> Result<void> {
            if (m_at) (*m_at).*which = length.mm;
            m_x->showLength(m_at->x_mm, {});
            m_y->showLength(m_at->y_mm, {});
            return {};
        });
        row->addWidget(made);
        return made;
    };
    m_x = place(u"repeat.x"_s, u"X from the middle"_s, &proving::Place::x_mm);
    m_y = place(u"repeat.y"_s, u"Y from the middle"_s, &proving::Place::y_mm);
    m_temperature = new Field(u"repeat.temperature"_s, u"Temperature"_s, look);
    m_temperature->setCompact();
    m_temperature->onAccept([this](QString const& words) -> Result<void> {
        if (words.trimmed().isEmpty()) {
            m_temperature_c.reset();
            m_temperature->show({}, u"°C"_s, {});
            return {};
        }
        auto text_ = words.trimmed().replace(u',', u'.').replace(QChar(0x2212), u'-').toStdString();
        auto const value = decimal(text_);
        if (!value) return fail(Code::NotANumber, {"temperature"}, words.toStdString());
        auto const& bounds = shop::bounds::temperature_c;
        if (!bounds.hold(*value))
            return fail(Code::OutOfRange, {"temperature"}, words.toStdString(),
                        fmt::format("{:g} to {:g} °C", bounds.least, bounds.most));
        m_temperature_c = value;
        m_temperature->show(text(fixedText(*value, 1)), u"°C"_s, {});
        return {};
    });
    row->addWidget(m_temperature);
    m_last = styled(new WrappedLabel, Type::Small, Tone::Soft);
    m_last->setObjectName(u"repeat.sheet.last"_s);
    left->addWidget(m_last);
    m_undo = new QPushButton(u"Undo the last"_s);
    m_undo->setObjectName(u"repeat.undo"_s);
    m_undo->setFocusPolicy(Qt::TabFocus);
    connect(m_undo, &QPushButton::clicked, this, &ReadingSheet::undone);
    m_mark = new QToolButton;
    m_mark->setObjectName(u"repeat.mark"_s);
    m_mark->setText(u"Mark the last…"_s);
    m_mark->setPopupMode(QToolButton::InstantPopup);
    m_mark->setFocusPolicy(Qt::TabFocus);
    m_mark->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    auto* causes = new QMenu(m_mark);
    for (auto const& cause : readingCauses()) causes->addAction(cause, this, [this, cause] { Q_EMIT marked(cause); });
    m_mark->setMenu(causes);
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(8);
    buttons->addWidget(m_undo, 1);
    buttons->addWidget(m_mark, 1);
    left->addStretch();
    sides->addWidget(new NumberPad(u"repeat.pad"_s, look), 0, Qt::AlignTop);
    column->addLayout(buttons);
    m_hint = label(u"repeat.sheet.hint"_s, Type::Small, Tone::Soft);
    setFocusProxy(m_figure->edit());
}

void ReadingSheet::show(Ask const& ask) {
    m_ask = ask;
    m_place->setText(ask.place);
    m_question->setText(ask.question);
    m_hint->setText(ask.hint);
    m_last->setText(ask.last);
    bool const pair = !ask.second.isEmpty();
    m_second->setVisible(pair);
    for (auto* each : {m_figure, m_second}) each->setWritable(ask.writable);
    if (m_first.isEmpty() || !pair) {
        m_first.clear();
        m_figure->show({}, ask.unit, {});
    }
    m_second->show({}, ask.unit, pair ? ask.second : QString());
    m_groups->setVisible(!ask.groups.isEmpty());
    m_groups->box()->clear();
    m_groups->box()->addItems(ask.groups);
    m_groups->box()->setCurrentIndex(std::max(0, ask.group - 1));
    m_at = ask.at;
    for (auto* each : {m_x, m_y}) {
        each->setVisible(m_at.has_value());
        each->setWritable(ask.writable);
    }
    if (m_at) {
        m_x->showLength(m_at->x_mm, {});
        m_y->showLength(m_at->y_mm, {});
    }
    m_temperature->setVisible(ask.temperature);
    m_temperature->setWritable(ask.writable);
    m_temperature->show(m_temperature_c ? text(fixedText(*m_temperature_c, 1)) : QString(), u"°C"_s, {});
    m_undo->setEnabled(ask.can_undo);
    m_mark->setEnabled(ask.can_mark && ask.writable);
    m_look.dress(this);
}

Result<void> ReadingSheet::typed(QString const& value) {
    if (value.trimmed().isEmpty()) return {};
    if (m_ask.second.isEmpty()) return keep(value, {});
    m_first = value; // of a pair: the other one follows
    m_figure->show(value, m_ask.unit, {});
    m_second->edit()->setFocus();
    return {};
}

Result<void> ReadingSheet::keep(QString const& value, QString const& second) {
    if (!m_ask.second.isEmpty() && value.trimmed().isEmpty())
        return fail(Code::Missing, {"reading"}, "The first of the pair", "Type it first.");
    if (!m_ask.second.isEmpty() && second.trimmed().isEmpty()) return {};
    Typed const all{value, second, m_ask.groups.isEmpty() ? 0 : m_groups->box()->currentIndex() + 1, m_at,
                    m_ask.temperature ? m_temperature_c : std::nullopt};
    auto const first = std::exchange(m_first, {}); // the next question clears the figures
    auto done = m_keep ? m_keep(all) : Result<void>{};
    if (!done) {
        m_first = first;
        return done;
    }
    m_figure->show({}, m_ask.unit, {});
    m_figure->edit()->setFocus();
    return done;
}

} // namespace steady::app
