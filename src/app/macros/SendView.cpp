// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/macros/SendView.h"

#include "app/widgets/When.h"
#include "app/widgets/WrappedLabel.h"
#include "core/base/Words.h"
#include "core/quantity/WorkOffset.h"

#include <QClipboard>
#include <QGuiApplication>
#include <fmt/format.h>

namespace steady::app {

using namespace Qt::StringLiterals;
using State = gcode::Sending::State;
using What = gcode::Between::What;

namespace {

constexpr int pieces_px = 330, piece_px = 240;
constexpr double most_report_mm = 10'000;

char const* words(What what) {
    switch (what) {
    case What::Report: return "then its report is typed";
    case What::Type: return "then a figure is typed";
    case What::Read: return "then an offset is read";
    case What::Do: return "then something is done";
    case What::Require: return "then a sum is checked";
    }
    return "";
}

QString question(gcode::Between const& asked) {
    switch (asked.what) {
    case What::Report:
        return u"What does the control report of that move: %1, in machine coordinates?"_s.arg(u"XYZ"_s.at(asked.axis));
    case What::Type: return u"Type the figure that the remark above asks for."_s;
    case What::Read: return u"Which Z does the control show for %1?"_s.arg(text(workOffsetName(asked.work_offset)));
    case What::Do: return text(asked.words);
    case What::Require: break;
    }
    return {};
}

} // namespace

SendView::SendView(Desk& desk, QVBoxLayout* entry, QVBoxLayout* picture, QObject* parent)
    : QObject(parent), m_desk(desk) {
    auto const& look = desk.look();
    auto button = [&](QString const& words, char const* name, auto then) {
        auto* made = new QPushButton(words);
        made->setObjectName(QLatin1String(name));
        connect(made, &QPushButton::clicked, this, then);
        return made;
    };
    auto* note = styled(new WrappedLabel, Type::Small, Tone::Soft);
    note->setText(u"At the machine: send each segment once, by your own sender, and type what is asked below it. What "
                  "was read counts until a jog, a home or a change of the tool that no segment asked for: then begin "
                  "anew. This program sends nothing by itself."_s);
    entry->addWidget(note);
    m_anew = button(u"Begin anew"_s, "macro.send.anew", [this] {
        begin();
        changed();
    });
    entry->addWidget(m_anew);
    m_pieces = new RowsView(u"macro.send.pieces"_s, u"The segments"_s, look);
    m_pieces->setMinimumHeight(look.px(pieces_px));
    entry->addWidget(m_pieces);

    m_picture = new QWidget;
    auto* column = new QVBoxLayout(m_picture);
    column->setContentsMargins(0, 0, 0, 0);
    m_heading = styled(new WrappedLabel, Type::Heading, Tone::Soft);
    m_heading->setObjectName(u"macro.send.heading"_s);
    column->addWidget(m_heading);
    m_piece = styled(new QPlainTextEdit, Type::Mono);
    m_piece->setObjectName(u"macro.send.piece"_s);
    m_piece->setAccessibleName(u"The segment, as it is sent"_s);
    m_piece->setReadOnly(true);
    m_piece->setLineWrapMode(QPlainTextEdit::NoWrap);
    m_piece->setMinimumHeight(look.px(piece_px));
    column->addWidget(m_piece, 1);
    auto* row = new QHBoxLayout;
    m_copy = button(u"Copy it"_s, "macro.send.copy",
                    [this] { QGuiApplication::clipboard()->setText(m_piece->toPlainText()); });
    m_sent = button(u"It was sent, and ended without an alarm"_s, "macro.send.sent", [this] {
        m_sending->send();
        changed();
    });
    row->addWidget(m_copy);
    row->addWidget(m_sent, 1);
    column->addLayout(row);
    m_question = styled(new WrappedLabel, Type::Body);
    m_question->setObjectName(u"macro.send.question"_s);
    column->addWidget(m_question);
    m_number_box = new QWidget;
    auto* number = new QVBoxLayout(m_number_box);
    number->setContentsMargins(0, 0, 0, 0);
    m_number = new Field(u"macro.send.number"_s, u"As it reads, with its sign"_s, look);
    m_number->onAccept([this](QString const& typed) { return answer(typed); });
    number->addWidget(m_number);
    column->addWidget(m_number_box);
    row = new QHBoxLayout;
    m_done = button(u"Done"_s, "macro.send.done", [this] {
        m_sending->done();
        changed();
    });
    m_back = button(u"Type the last figure again"_s, "macro.send.back", [this] {
        m_sending->takeBack();
        changed();
    });
    row->addWidget(m_done, 1);
    row->addWidget(m_back, 1);
    column->addLayout(row);
    m_picture->hide();
    picture->addWidget(m_picture, 1);
}

void SendView::show(std::string const& text, std::optional<Finding> const& why_not) {
    m_why_not = why_not;
    if (text != m_text || !m_sending || why_not) {
        bool const under_way = m_sending && m_sending->used(0) && m_sending->state() != State::Done;
        m_replaced = under_way && text != m_text;
        m_text = text;
        m_sending.reset();
        if (!why_not) begin();
    }
    fill();
}

void SendView::begin() {
    m_sending.emplace(gcode::segmentsOf(m_text),
                      fmt::format("RUN {} BEGUN {}", ++m_run, localHour(m_desk.session().now()).toStdString()));
}

Result<void> SendView::answer(QString const& typed) {
    auto const* asked = m_sending ? m_sending->asked() : nullptr;
    if (!asked) return {};
    auto const length = parseLength(typed.toStdString(), UnitSystem::Metric, "the figure");
    if (!length) return Failure(length.error());
    if (std::abs(length->mm) > most_report_mm)
        return fail(Code::OutOfRange, {"the figure"}, lengthText(length->mm, UnitSystem::Metric),
                    "−10 000 to 10 000 mm");
    m_replaced = false;
    m_sending->answer(length->mm);
    changed();
    return {};
}

void SendView::changed() {
    fill();
    Q_EMIT moved();
}

void SendView::fill() {
    fillPieces();
    fillQuestion();
}

void SendView::fillPieces() {
    std::vector<Row> rows;
    if (m_sending) {
        auto const text = gcode::segmentsOf(m_text);
        for (int i = 0; i < m_sending->pieces(); ++i) {
            auto const& then = text.segments[static_cast<std::size_t>(i)].then;
            auto detail = then ? QString::fromUtf8(words(then->what)) : u"the last one"_s;
            if (then && m_sending->known().contains(then->name) && m_sending->used(i))
                detail = u"%1 = %2"_s.arg(app::text(then->name),
                                          app::text(lengthText(m_sending->known().at(then->name), UnitSystem::Metric)));
            bool const used = m_sending->used(i), here = i == m_sending->piece();
            auto const head = !m_sending->sends(i) ? u"%1 · nothing to send"_s.arg(i + 1)
                              : used               ? u"%1 · used"_s.arg(i + 1)
                              : here               ? u"%1 · now"_s.arg(i + 1)
                                                   : QString::number(i + 1);
            std::optional<upkeep::Standing> mark;
            if (here && m_sending->state() == State::Refused) mark = upkeep::Standing::Failed;
            rows.push_back({.text = head, .detail = detail, .mark = mark, .tone = here ? Tone::Accent : Tone::Ink});
        }
    }
    m_pieces->show(std::move(rows));
    if (m_sending) m_pieces->choose(m_sending->piece());
}

void SendView::fillQuestion() {
    auto const state = m_sending ? m_sending->state() : State::Refused;
    auto const* asked = m_sending ? m_sending->asked() : nullptr;
    bool const number = asked && asked->what != What::Do;
    m_anew->setEnabled(m_sending.has_value());
    m_sent->setEnabled(state == State::ToSend);
    m_copy->setEnabled(state == State::ToSend);
    m_done->setVisible(asked && asked->what == What::Do);
    m_number_box->setVisible(number);
    m_back->setVisible(m_sending && m_sending->canTakeBack());
    m_piece->setPlainText(m_sending ? app::text(m_sending->text()) : QString());
    m_heading->setText(
        !m_sending                ? u"Nothing can be sent"_s
        : state == State::Done    ? u"All segments have been sent"_s
        : state == State::Refused ? u"Nothing more is sent"_s
        : state == State::ToSend  ? u"Send segment %1 of %2"_s.arg(m_sending->piece() + 1).arg(m_sending->pieces())
        : m_sending->sends(m_sending->piece())
            ? u"Segment %1 of %2 has been sent: do not send it again"_s.arg(m_sending->piece() + 1)
                  .arg(m_sending->pieces())
            : u"Segment %1 of %2: nothing to send"_s.arg(m_sending->piece() + 1).arg(m_sending->pieces()));
    m_question->setVisible(asked || state == State::Refused || state == State::Done);
    if (asked) m_question->setText(question(*asked));
    if (state == State::Refused && m_sending)
        m_question->setText(app::text(m_sending->refusal()) +
                            u" Jog Z up before anything else, find out why, and begin anew."_s);
    if (state == State::Done) m_question->setText(u"Note what its remarks say to note. Go and look before you cut."_s);
    if (!number) return;
    m_number->show({}, u"mm"_s, u"as %1, in mm"_s.arg(app::text(asked->name)));
    m_number->edit()->setFocus();
}

std::vector<zeroing::Judgement> SendView::judged() const {
    std::vector<zeroing::Judgement> said;
    if (m_why_not) return {{Severity::Bad, "It must not be sent.", m_why_not->text + " " + m_why_not->remedy, {}}};
    if (!m_sending) return said; // not a text in segments
    if (m_replaced)
        said.push_back({Severity::Attention,
                        "The text is another one now.",
                        "What was read for the one before no longer counts. Begin with the first segment.",
                        {}});
    switch (m_sending->state()) {
    case State::Refused:
        said.push_back({Severity::Bad,
                        "Nothing more is sent.",
                        m_sending->refusal() + " Jog Z up before anything else. Its remarks say whether zero was set.",
                        {}});
        break;
    case State::Done:
        said.push_back({Severity::Note, "All segments have been sent.", "Go and look before the first cut.", {}});
        break;
    default:
        said.push_back(
            {Severity::Note,
             fmt::format("Segment {} of {}.", m_sending->piece() + 1, m_sending->pieces()),
             "An alarm of the control ends the run, and so does a segment sent twice: jog Z up and begin anew.",
             {}});
    }
    std::string read;
    for (auto const& [name, mm] : m_sending->known())
        read += fmt::format("{}{} = {}", read.empty() ? "" : " · ", name, lengthText(mm, UnitSystem::Metric));
    if (!read.empty()) said.push_back({Severity::Note, "Read so far", read, {}});
    return said;
}

} // namespace steady::app
