// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/JudgementPanel.h"

#include "app/widgets/StateMark.h"
#include "app/widgets/WrappedLabel.h"

namespace steady::app {
namespace {

Tone toneOf(Severity severity) {
    return severity == Severity::Bad ? Tone::Bad : severity == Severity::Attention ? Tone::Attention : Tone::Ink;
}

/// A number and its unit stay on one line.
QString unbroken(QString words) {
    static QRegularExpression const number_and_unit(QStringLiteral("(\\d) (mm|in|µm|thou|s)\\b"));
    return words.replace(number_and_unit, QStringLiteral("\\1\u00a0\\2"));
}

QString whyWords(std::size_t lines) {
    return lines == 1 ? QStringLiteral("Why") : QStringLiteral("Why: %1 lines").arg(lines);
}

} // namespace

/// The shape beside a headline that wants attention.
class JudgementPanel::Mark : public QWidget {
public:
    Mark(Look const& look, QWidget* parent) : QWidget(parent), m_look(look) {}
    void show(Severity severity) {
        m_severity = severity;
        setFixedSize(m_look.px(18), m_look.px(22));
        setVisible(severity != Severity::Note);
        update();
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        paintMark(painter, QPointF(width() / 2.0 - 1, height() / 2.0), m_look.px(6),
                  m_severity == Severity::Bad ? upkeep::Standing::Failed : upkeep::Standing::Suspect, m_look.ink());
    }

private:
    Look const& m_look;
    Severity m_severity = Severity::Note;
};

/// A headline with its mark, a sentence, and the why; filled again and again, since labels are dear.
class JudgementPanel::Block : public QWidget {
public:
    Block(Look const& look, QStringList& open, QWidget* parent)
        : QWidget(parent), m_look(look), m_column(new QVBoxLayout(this)), m_mark(new Mark(look, this)),
          m_headline(label()), m_text(label()), m_details(label()) {
        m_why = styled(new QPushButton(this), Type::Body, Tone::Accent);
        m_why->setObjectName(QStringLiteral("judgement.why"));
        m_why->setProperty("quiet", true);
        m_why->setCheckable(true);
        m_column->setSpacing(4);
        auto* head = new QHBoxLayout;
        head->setSpacing(4);
        head->addWidget(m_mark, 0, Qt::AlignTop);
        head->addWidget(m_headline, 1);
        m_column->addLayout(head);
        m_column->addWidget(m_text);
        m_column->addWidget(m_why, 0, Qt::AlignLeft);
        m_column->addWidget(m_details);
        connect(m_why, &QPushButton::toggled, this, [this, &open](bool down) {
            m_details->setVisible(down);
            open.removeAll(m_headline->text());
            if (down) open.append(m_headline->text());
        });
    }
    void fill(zeroing::Judgement const& judgement, bool first, QStringList const& open) {
        m_column->setContentsMargins(0, first ? 0 : 8, 0, 4);
        m_mark->show(judgement.severity);
        put(m_headline, text(judgement.headline), first ? Type::Title : Type::Strong, toneOf(judgement.severity));
        put(m_text, text(judgement.text), Type::Body, Tone::Ink);
        m_text->setVisible(!judgement.text.empty());
        QString lines;
        for (auto const& line : judgement.why)
            lines += (lines.isEmpty() ? QString() : QStringLiteral("\n")) + text(line);
        put(m_details, lines, Type::Small, Tone::Soft);
        bool const any = !judgement.why.empty();
        m_why->setVisible(any);
        if (any) m_why->setText(whyWords(judgement.why.size()));
        QSignalBlocker const quiet(m_why);
        m_why->setChecked(any && open.contains(m_headline->text()));
        m_details->setVisible(m_why->isChecked());
        m_look.dress(m_why);
    }

private:
    QLabel* label() {
        auto* made = new WrappedLabel(this);
        made->setSelectable();
        return made;
    }
    void put(QLabel* label, QString const& words, Type type, Tone tone) {
        m_look.dress(styled(label, type, tone));
        if (auto const whole = unbroken(words); label->text() != whole) label->setText(whole);
    }

    Look const& m_look;
    QVBoxLayout* m_column;
    Mark* m_mark;
    QLabel *m_headline, *m_text, *m_details;
    QPushButton* m_why;
};

JudgementPanel::JudgementPanel(Look const& look, QWidget* parent)
    : QWidget(parent), m_look(look), m_column(new QVBoxLayout(this)) {
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(6);
    m_column->addStretch();
    setAccessibleName(QStringLiteral("Judgement"));
}

void JudgementPanel::show(std::vector<zeroing::Judgement> const& judgements) {
    if (m_filled && judgements == m_shown) return;
    for (std::size_t i = 0; i < judgements.size(); ++i) {
        bool const made = i == m_blocks.size();
        if (made) {
            m_blocks.push_back(new Block(m_look, m_open, this));
            m_column->insertWidget(static_cast<int>(i), m_blocks[i]);
        }
        // What stays the same stays as it is.
        bool const same = !made && m_filled && i < m_shown.size() && judgements[i] == m_shown[i];
        if (!same) m_blocks[i]->fill(judgements[i], i == 0, m_open);
        m_blocks[i]->show(); // at once, or the column is measured without it
    }
    for (std::size_t i = judgements.size(); i < m_blocks.size(); ++i) m_blocks[i]->hide();
    m_shown = judgements;
    m_filled = true;
    setAccessibleDescription(allText());
    Q_EMIT shown();
}

QString JudgementPanel::headline() const { return m_shown.empty() ? QString() : text(m_shown.front().headline); }

Tone JudgementPanel::tone() const { return m_shown.empty() ? Tone::Ink : toneOf(m_shown.front().severity); }

QString JudgementPanel::allText() const {
    QString all;
    for (auto const& judgement : m_shown) all += text(judgement.headline + " " + judgement.text + "\n");
    return all;
}

} // namespace steady::app
