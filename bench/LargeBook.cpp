// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Json.h"
#include "core/base/Words.h"
#include "core/safety/Rehearsal.h"
#include "core/shop/Codec.h"
#include "demo/DemoBook.h"

#include <QTemporaryDir>
#include <iostream>
#include <nlohmann/json.hpp>
#include <sstream>

/// make-large-book PATH: the demo book, gone on with to 100,000 changes and 1,000,000 readings.
int main(int argc, char** argv) {
    using namespace steady;
    if (argc != 2) {
        std::cerr << "usage: make-large-book PATH\n";
        return 2;
    }
    QTemporaryDir const folder;
    auto const small = folder.filePath(QStringLiteral("demo.pinbook"));
    auto json = Result<Json>(fail(Code::Missing, {}));
    shop::Contact contact;
    if (demo::writeDemoBook(small)) {
        auto const file = store::BookFile::open(small, store::Access::ReadOnly);
        std::ostringstream text;
        if ((*file)->exportTo(text)) json = parseJson(text.str(), "demo");
        facts::Reader const book((*file)->load().value());
        contact = *book.find(safety::setupOf(book).second.place.contact);
    }
    if (!json) return 1;
    auto& changes = (*json)["changes"];
    auto const first = static_cast<std::int64_t>(changes.size()) + 1;
    constexpr std::int64_t last = 100'000, readings = 1'000'000, studies = 2000, study_id = 1000, contact_id = 10'000;
    std::vector<std::int64_t> nr(studies, 0);
    std::int64_t at = demo::now_utc_ms, made = 0;
    for (std::int64_t seq = first; seq <= last; ++seq) {
        Json change{{"seq", seq},        {"at_utc_ms", at += 60'000}, {"author", "Ida"},       {"home_epoch", 0},
                    {"what", "a touch"}, {"undoes", nullptr},         {"marks", Json::array()}};
        auto& revisions = change["revisions"] = Json::array();
        auto& list = change["readings"] = Json::array();
        auto const study = seq % studies;
        if (nr[static_cast<std::size_t>(study)] == 0)
            revisions.push_back({{"entity", study_id + study},
                                 {"kind", "study"},
                                 {"body", shop::toJson(shop::Entity(shop::Study{"repeats of a touch"}))}});
        if (seq % 5 == 0) {                          // every fifth is a new contact, each revised once later
            contact.at_utc_ms = at - 40'000'000'000; // older than the link
            contact.target = shop::Target::Setter;
            revisions.push_back({{"entity", contact_id + seq / 10},
                                 {"kind", "contact"},
                                 {"body", shop::toJson(shop::Entity(contact))}});
        }
        std::int64_t const due = readings * (seq - first + 1) / (last - first + 1);
        for (; made < due; ++made) {
            double const value = 9.94 + 0.001 * static_cast<double>(made % 17);
            list.push_back({{"study", study_id + study},
                            {"nr", ++nr[static_cast<std::size_t>(study)]},
                            {"at_utc_ms", at},
                            {"value_mm", value},
                            {"as_typed", std::to_string(value).substr(0, 5)},
                            {"source", "measured"}});
        }
        changes.push_back(std::move(change));
    }
    (*json)["sealed_from"] = nullptr; // its sum is of the demo alone
    (*json)["sum"] = nullptr;
    std::stringstream text(dumpJson(*json));
    if (auto const done = store::BookFile::importFrom(text, "the large book", QString::fromLocal8Bit(argv[1])); !done) {
        std::cerr << describe(done.error()) << "\n";
        return 1;
    }
    std::cout << changes.size() << " changes, " << made << " readings\n";
    return 0;
}
