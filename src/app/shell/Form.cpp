// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Form.h"

#include "app/widgets/WrappedLabel.h"

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

std::string numberText(double value) { return fmt::format("{:.6g}", value); }

QString minus(std::string number) {
    auto shown = text(number);
    return shown.replace(u'-', u'−');
}

} // namespace

void FormFields::heading(char const* words) {
    auto* label = styled(new QLabel(QString::fromUtf8(words)), Type::Heading, Tone::Soft);
    m_into->addWidget(label);
    showOnly(label);
}

void FormFields::note(char const* words) {
    auto* label = styled(new WrappedLabel(QString::fromUtf8(words)), Type::Small, Tone::Soft);
    m_into->addWidget(label);
    showOnly(label);
}

void FormFields::note(std::function<QString()> words) {
    auto* label = styled(new WrappedLabel, Type::Small, Tone::Soft);
    m_into->addWidget(label);
    m_shown.push_back([label, words = std::move(words)] { label->setText(words()); });
    showOnly(label);
}

void FormFields::showOnly(QWidget* widget) {
    if (m_when) m_shown.push_back([widget, when = m_when] { widget->setVisible(when()); });
}

void FormFields::row(int fields) {
    m_in_row = fields;
    m_row = new QHBoxLayout;
    m_row->setSpacing(8);
    m_into->addLayout(m_row);
}

void FormFields::put(QWidget* widget, std::function<void()> show) {
    if (m_in_row > 0) {
        --m_in_row;
        if (auto* field = dynamic_cast<Field*>(widget)) field->setCompact();
        if (auto* choice = dynamic_cast<Choice*>(widget)) choice->setCompact();
        m_row->addWidget(widget, 1);
    } else {
        m_into->addWidget(widget);
    }
    showOnly(widget);
    m_shown.push_back(std::move(show));
}

void FormFields::refresh() {
    for (auto const& show : m_shown) show();
}

QString FormFields::hintOf(char const* hint) const {
    auto const words = QString::fromUtf8(hint);
    if (known()) return words;
    return words.isEmpty() ? u"assumed"_s : u"assumed; "_s + words;
}

void FormFields::addLength(Field_ const& f, GetNumber get, PutNumber put_back) {
    auto* field = new LengthField(QString::fromLatin1(f.name), QString::fromUtf8(f.caption), m_desk.look());
    field->onLength([this, f, put_back](TypedLength const& typed) -> Result<void> {
        auto const units = m_desk.units();
        if (typed.mm < f.range.low || typed.mm > f.range.high)
            return fail(Code::OutOfRange, {f.caption}, lengthText(typed.mm, units),
                        lengthNumber(f.range.low, units) + " to " + lengthText(f.range.high, units));
        return put_back(typed.mm);
    });
    if (f.optional) field->onCleared([put_back] { return put_back(std::nullopt); });
    put(field, [this, field, f, get] {
        field->setWritable(m_desk.session().writable());
        field->showLength(get(), hintOf(f.hint));
    });
}

void FormFields::addFeed(Field_ const& f, GetNumber get, PutNumber put_back) {
    auto* field = new Field(QString::fromLatin1(f.name), QString::fromUtf8(f.caption), m_desk.look());
    field->onAccept([this, f, put_back](QString const& typed) -> Result<void> {
        auto const units = m_desk.units();
        if (typed.trimmed().isEmpty() && f.optional) return put_back(std::nullopt);
        auto const feed = parseFeed(typed.toStdString(), units, f.caption);
        if (!feed) return Failure(feed.error());
        if (*feed < f.range.low || *feed > f.range.high)
            return fail(Code::OutOfRange, {f.caption}, feedText(*feed, units),
                        feedText(f.range.low, units) + " to " + feedText(f.range.high, units));
        return put_back(*feed);
    });
    put(field, [this, field, f, get] {
        auto const units = m_desk.units();
        auto const feed = get();
        field->setWritable(m_desk.session().writable());
        field->show(feed ? text(numberText(units == UnitSystem::Metric ? *feed : *feed / mm_per_inch)) : QString(),
                    units == UnitSystem::Metric ? u"mm/min"_s : u"in/min"_s, hintOf(f.hint));
    });
}

void FormFields::addNumber(Field_ const& f, char const* unit, bool whole, GetNumber get, PutNumber put_back) {
    auto* field = new Field(QString::fromLatin1(f.name), QString::fromUtf8(f.caption), m_desk.look());
    field->onAccept([f, whole, put_back](QString const& typed) -> Result<void> {
        auto words = typed.trimmed();
        if (words.isEmpty() && f.optional) return put_back(std::nullopt);
        bool ok = false;
        double const value = words.replace(u'−', u'-').replace(u',', u'.').toDouble(&ok);
        if (!ok || value < f.range.low || value > f.range.high || (whole && value != std::floor(value)))
            return fail(Code::OutOfRange, {f.caption}, "“" + typed.toStdString() + "”",
                        fmt::format("{}{} to {}", whole ? "whole numbers from " : "", numberText(f.range.low),
                                    numberText(f.range.high)));
        return put_back(value);
    });
    put(field, [this, field, f, unit, get] {
        auto const value = get();
        field->setWritable(m_desk.session().writable());
        field->show(value ? minus(numberText(*value)) : QString(), QString::fromUtf8(unit), hintOf(f.hint));
    });
}

void FormFields::addText(char const* name, char const* caption, bool may_be_empty, std::function<std::string()> get,
                         std::function<Result<void>(std::string)> put_back) {
    auto* field = new Field(QString::fromLatin1(name), QString::fromUtf8(caption), m_desk.look(), Type::Body);
    field->onAccept([caption, may_be_empty, put_back](QString const& typed) -> Result<void> {
        if (typed.trimmed().isEmpty() && !may_be_empty)
            return fail(Code::Missing, {caption}, caption, "Type a few letters.");
        return put_back(typed.trimmed().toStdString());
    });
    put(field, [this, field, get] {
        field->setWritable(m_desk.session().writable());
        field->show(text(get()), {}, hintOf(""));
    });
}

void FormFields::addChoice(char const* name, char const* caption, std::vector<std::string> const& items,
                           std::function<int()> get, std::function<Result<void>(int)> put_back) {
    auto* choice = new Choice(QString::fromLatin1(name), QString::fromUtf8(caption), m_desk.look());
    for (auto const& item : items) choice->box()->addItem(text(item));
    QObject::connect(choice->box(), &QComboBox::activated, choice, [this, put_back, get, choice](int index) {
        if (!m_desk.report(put_back(index))) choice->box()->setCurrentIndex(get());
    });
    put(choice, [this, choice, get] {
        choice->box()->setEnabled(m_desk.session().writable());
        choice->box()->setCurrentIndex(get());
    });
}

} // namespace steady::app
