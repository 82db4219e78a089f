// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/LabelsPage.h"

#include "paper/Pdf.h"

#include <fmt/format.h>

namespace steady::paper {
namespace {

constexpr double label_mm = 85, high_mm = 30, gap_mm = 5;
constexpr int columns = 2, rows = 7;

/// “pulled up, 5 V; contact at low”
QString behaviour(install::SignalCircuit const& circuit) {
    auto const& w = circuit.wiring;
    char const* inputs[] = {"pulled up", "pulled down", "isolated"};
    char const* outputs[] = {"two bare wires", "current-sinking", "current-sourcing"};
    return text(fmt::format("{}; input {}, {:g} V", outputs[static_cast<int>(w.output)],
                            inputs[static_cast<int>(w.input)], w.input_v));
}

void paintLabel(QPainter& p, QRectF const& box, LeadLabel const& label, QString const& end, QString const& machine,
                Ink const& ink) {
    p.setPen(QPen(ink.border, 1, Qt::DashLine));
    p.drawRect(box);
    auto const inside = box.adjusted(10, 6, -10, -6);
    double y = inside.top();
    auto line = [&](QString const& words, Ink::Type type, double high) {
        p.setFont(ink.font(type));
        p.setPen(ink.ink);
        p.drawText(QRectF(inside.left(), y, inside.width(), high), Qt::AlignLeft | Qt::AlignVCenter,
                   p.fontMetrics().elidedText(words, Qt::ElideRight, static_cast<int>(inside.width())));
        y += high;
    };
    auto const& w = label.circuit.wiring;
    line(label.device, Ink::Type::Title, 26);
    line(QStringLiteral("%1: %2 · %3")
             .arg(end, w.port.empty() ? QStringLiteral("port not named") : text(w.port), machine),
         Ink::Type::Strong, 20);
    line(label.circuit.rest == shop::Circuit::ClosedAtRest ? QStringLiteral("closed at rest, a touch opens it")
                                                           : QStringLiteral("open at rest, a touch closes it"),
         Ink::Type::Body, 19);
    line(behaviour(label.circuit), Ink::Type::Small, 17);
    line(QStringLiteral("contact at %1")
             .arg(QString::fromLatin1(
                 install::levelWords(w.input, w.contact_at.value_or(install::fittingLevel(label.circuit))))),
         Ink::Type::Small, 17);
}

} // namespace

Result<void> writeLabels(std::vector<LeadLabel> const& labels, QString const& machine, Ink const& ink,
                         QString const& path) {
    std::vector<std::pair<LeadLabel const*, QString>> all;
    for (auto const& label : labels)
        for (auto const& end : {QStringLiteral("At the control"), QStringLiteral("To")}) all.push_back({&label, end});
    std::vector<Page> pages;
    constexpr std::size_t a_page = columns * rows;
    for (std::size_t from = 0; from < all.size(); from += a_page)
        pages.push_back([&, from](QPainter& p, QRectF const&) {
            for (std::size_t i = from; i < std::min(all.size(), from + a_page); ++i) {
                auto const at = i - from;
                QRectF const box(static_cast<double>(at % columns) * (label_mm + gap_mm) * page_unit_per_mm,
                                 static_cast<double>(at / columns) * (high_mm + gap_mm) * page_unit_per_mm,
                                 label_mm * page_unit_per_mm, high_mm * page_unit_per_mm);
                paintLabel(p, box, *all[i].first, all[i].second, machine, ink);
            }
        });
    return writePdf(path, QStringLiteral("Labels"), pages);
}

} // namespace steady::paper
