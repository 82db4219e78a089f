// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/JudgementPanel.h"

#include "app/widgets/StateMark.h"

namespace steady::app {
namespace {

/// The shape beside a headline that wants attention.
class Mark : public QWidget {
public:
    Mark(Look const& look, Severity severity, QWidget* parent) : QWidget(parent), m_look(look), m_severity(severity) {
        setFixedSize(look.px(18), look.px(22));
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        paintMark(painter, QPointF(width() / 2.0 - 1, height() / 2.0), m_look.px(6),
                  m_severity == Severity::Bad ? upkeep::Standing::Failed : upkeep::Standing::Suspect, m_look.ink());
    }

private:
    Look const& m_look;
    Severity m_severity;
};

Tone toneOf(Severity severity) {
    return severity == Severity::Bad ? Tone::Bad : severity == Severity::Attention ? Tone::Attention : Tone::Ink;
}

/// A number and its unit stay on one line.
QString unbroken(QString words) {
    static QRegularExpression const number_and_unit(QStringLiteral("(\\d) (mm|in|µm|thou|s)\\b"));
    return words.replace(number_and_unit, QStringLiteral("\\1\u00a0\\2"));
}

QLabel* wrapped(QString const& words, Type type, Tone tone, QWidget* parent) {
    auto* label = styled(new QLabel(unbroken(words), parent), type, tone);
    label->setWordWrap(true);
    label->setTextInteractionFlags(Qt::TextSelectableByMouse);
    return label;
}

} // namespace

JudgementPanel::JudgementPanel(Look const& look, QWidget* parent)
    : QWidget(parent), m_look(look), m_column(new QVBoxLayout(this)) {
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(6);
    setAccessibleName(QStringLiteral("Judgement"));
}

void JudgementPanel::show(std::vector<zeroing::Judgement> const& judgements) {
    if (m_filled && judgements == m_shown) return;
    // What stays the same stays where it is.
    std::size_t same = 0;
    while (same < std::min(judgements.size(), m_shown.size()) && judgements[same] == m_shown[same]) ++same;
    m_shown = judgements;
    m_filled = true;
    while (auto* item = m_column->takeAt(static_cast<int>(same))) {
        if (auto* widget = item->widget()) {
            widget->hide();
            widget->setParent(nullptr);
            widget->deleteLater();
        }
        delete item;
    }
    for (std::size_t i = same; i < judgements.size(); ++i) add(judgements[i], i == 0);
    m_column->addStretch();
    m_look.dress(this);
    setAccessibleDescription(allText());
    Q_EMIT shown();
}

QString JudgementPanel::headline() const { return m_shown.empty() ? QString() : text(m_shown.front().headline); }

Tone JudgementPanel::tone() const { return m_shown.empty() ? Tone::Ink : toneOf(m_shown.front().severity); }

void JudgementPanel::add(zeroing::Judgement const& judgement, bool first) {
    auto* block = new QWidget(this);
    auto* column = new QVBoxLayout(block);
    column->setContentsMargins(0, first ? 0 : 8, 0, 4);
    column->setSpacing(4);
    auto* head = new QHBoxLayout;
    head->setSpacing(4);
    Tone const tone = toneOf(judgement.severity);
    if (judgement.severity != Severity::Note)
        head->addWidget(new Mark(m_look, judgement.severity, block), 0, Qt::AlignTop);
    head->addWidget(wrapped(text(judgement.headline), first ? Type::Title : Type::Strong, tone, block), 1);
    column->addLayout(head);
    if (!judgement.text.empty()) column->addWidget(wrapped(text(judgement.text), Type::Body, Tone::Ink, block));
    if (!judgement.why.empty()) {
        auto const headline = text(judgement.headline);
        auto* why = styled(
            new QPushButton(QStringLiteral("Why: %1 %2")
                                .arg(judgement.why.size() - 1)
                                .arg(judgement.why.size() == 2 ? QStringLiteral("term") : QStringLiteral("terms")),
                            block),
            Type::Body, Tone::Accent);
        why->setObjectName(QStringLiteral("judgement.why"));
        why->setProperty("quiet", true);
        why->setCheckable(true);
        QString lines;
        for (auto const& line : judgement.why)
            lines += (lines.isEmpty() ? QString() : QStringLiteral("\n")) + text(line);
        auto* details = wrapped(lines, Type::Small, Tone::Soft, block);
        auto toggle = [this, details, headline](bool open) {
            details->setVisible(open);
            m_open.removeAll(headline);
            if (open) m_open.append(headline);
        };
        connect(why, &QPushButton::toggled, this, toggle);
        why->setChecked(m_open.contains(headline));
        details->setVisible(why->isChecked());
        column->addWidget(why, 0, Qt::AlignLeft);
        column->addWidget(details);
    }
    m_column->addWidget(block);
    block->show(); // at once, or the column is measured without it
}

QString JudgementPanel::allText() const {
    QString all;
    for (auto const& judgement : m_shown) all += text(judgement.headline + " " + judgement.text + "\n");
    return all;
}

} // namespace steady::app
