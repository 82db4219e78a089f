// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/Ink.h"

#include <QFontDatabase>
#include <QJsonDocument>
#include <QJsonObject>

namespace steady::paper {

using namespace Qt::StringLiterals;

namespace {

void load(char const* style) {
    QFontDatabase::addApplicationFont(u":/fonts/atkinson-hyperlegible-%1.woff"_s.arg(QLatin1String(style)));
}

} // namespace

QFont Ink::font(Type type) const {
    struct Style {
        int pixels;
        bool bold, mono;
    };
    static constexpr Style styles[] = {{12, false, false}, {14, false, false}, {14, true, false},
                                       {13, true, false},  {17, true, false},  {19, true, true},
                                       {21, false, true},  {13, false, true},  {40, true, false}};
    auto const& style = styles[static_cast<int>(type)];
    QFont font;
    // µ, ±, ≤ and their like are in neither face.
    font.setFamilies(
        {style.mono ? u"Atkinson Hyperlegible Mono"_s : u"Atkinson Hyperlegible Next"_s, u"DejaVu Sans"_s});
    font.setPixelSize(qRound(style.pixels * scale));
    font.setBold(style.bold);
    font.setHintingPreference(QFont::PreferNoHinting);
    return font;
}

Result<Ink> inkFromJson(QByteArray const& json) {
    auto const object = QJsonDocument::fromJson(json).object();
    Ink ink;
    std::pair<char const*, QColor*> const roles[] = {{"paper", &ink.paper},
                                                     {"panel", &ink.panel},
                                                     {"ink", &ink.ink},
                                                     {"soft", &ink.soft},
                                                     {"hairline", &ink.hairline},
                                                     {"border", &ink.border},
                                                     {"chosen", &ink.chosen},
                                                     {"accent", &ink.accent},
                                                     {"on_accent", &ink.on_accent},
                                                     {"good", &ink.good},
                                                     {"attention", &ink.attention},
                                                     {"bad", &ink.bad},
                                                     {"steel", &ink.steel},
                                                     {"wood", &ink.wood},
                                                     {"tool", &ink.tool},
                                                     {"table", &ink.table},
                                                     {"next", &ink.next},
                                                     {"on_next", &ink.on_next},
                                                     {"next_accent", &ink.next_accent}};
    for (auto const& [name, colour] : roles) {
        *colour = QColor(object.value(QLatin1String(name)).toString());
        if (!colour->isValid()) return fail(Code::BadSchema, {"theme"}, name, "a colour");
    }
    return ink;
}

void loadFonts() {
    for (auto const* style :
         {"next-latin-400-normal", "next-latin-700-normal", "mono-latin-400-normal", "mono-latin-700-normal"})
        load(style);
}

void loadItalics() { load("next-latin-400-italic"); }

} // namespace steady::paper
