// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/RunSheet.h"

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

constexpr std::size_t most_answers = 4;

} // namespace

RunSheet::RunSheet(QString name, QString title, Look const& look, QWidget* parent) : QWidget(parent), m_look(look) {
    setObjectName(name);
    setAccessibleName(title);
    setFocusPolicy(Qt::StrongFocus);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(24, 16, 24, 16);
    column->setSpacing(12);
    auto label = [&](QString const& part, Type type, Tone tone) {
        auto* made = styled(new WrappedLabel, type, tone);
        made->setObjectName(name + part);
        column->addWidget(made);
        return made;
    };
    m_place = label(u".place"_s, Type::Heading, Tone::Soft);
    m_question = label(u".question"_s, Type::Run, Tone::Ink);
    m_hint = label(u".hint"_s, Type::Title, Tone::Ink);
    m_figure = new Field(name + u".figure"_s, u"What you read"_s, look, Type::Run);
    m_figure->onAccept([this](QString const& typed) { return figureTyped(typed); });
    column->addWidget(m_figure);
    for (std::size_t i = 0; i < most_answers; ++i) {
        auto* button = styled(new QPushButton, Type::Title);
        button->setObjectName(name + u".answer%1"_s.arg(i + 1));
        button->setMinimumHeight(look.px(56));
        connect(button, &QPushButton::clicked, this, [this, i] { choose(i); });
        column->addWidget(button);
        m_buttons.push_back(button);
    }
    column->addStretch();
}

Result<void> RunSheet::figureTyped(QString const&) { return {}; }

void RunSheet::ask(Step const& step, bool writable) {
    m_place->setText(step.place);
    m_question->setText(step.question);
    m_hint->setText(step.hint);
    bool const figure = !step.figure.isEmpty();
    m_figure->setVisible(figure);
    m_figure->setWritable(writable);
    m_figure->show({}, step.unit, step.figure + u"; Enter keeps it"_s);
    m_answers = static_cast<std::size_t>(step.answers.size());
    for (std::size_t i = 0; i < m_buttons.size(); ++i) {
        bool const there = i < m_answers;
        m_buttons[i]->setVisible(there);
        m_buttons[i]->setEnabled(writable);
        m_buttons[i]->setText(there ? u"%1   %2"_s.arg(i + 1).arg(step.answers[static_cast<qsizetype>(i)]) : QString());
    }
    m_look.dress(this);
}

void RunSheet::choose(std::size_t at) {
    if (at < m_answers && m_buttons[at]->isEnabled()) chosen(at);
}

void RunSheet::keyPressEvent(QKeyEvent* event) {
    int const digit = event->key() - Qt::Key_1;
    if (digit >= 0 && digit < static_cast<int>(m_answers) && event->modifiers() == Qt::NoModifier)
        return choose(static_cast<std::size_t>(digit));
    QWidget::keyPressEvent(event);
}

} // namespace steady::app
