// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "core/base/LineDiff.h"

using namespace steady;

namespace {

std::string marked(std::string_view before, std::string_view after) {
    std::string all;
    for (auto const& line : diffLines(before, after)) {
        all += line.change == LineChange::Gone ? '-' : line.change == LineChange::New ? '+' : ' ';
        all += line.text;
    }
    return all;
}

} // namespace

class LineDiffTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// GNU diffutils 3.8, `diff -d`, finds the same number of lines gone and new: 3 and 2.
    void asFewLinesAsCanBe() {
        auto const all = marked("a\nb\nc\na\nb\nb\na\n", "c\nb\na\nb\na\nc\n");
        QCOMPARE(std::count(all.begin(), all.end(), '-'), 3);
        QCOMPARE(std::count(all.begin(), all.end(), '+'), 2);
    }
    void oldStandsBeforeNewAndLinesKeepTheirNumbers() {
        QCOMPARE(marked("x\ny\nz\n", "x\nq\nz\n"), std::string(" x-y+q z"));
        auto const lines = diffLines("x\ny\nz", "w\nx\nz");
        QCOMPARE(lines.back(), (DiffLine{LineChange::Same, 3, 3, "z"}));
        QCOMPARE(lines.front(), (DiffLine{LineChange::New, 0, 1, "w"}));
    }
    void nothingAndTheSame() {
        QCOMPARE(marked("", ""), std::string());
        QCOMPARE(marked("", "a\n"), std::string("+a"));
        QCOMPARE(marked("a\nb\n", "a\nb\n"), std::string(" a b"));
    }
};

STEADY_TEST(LineDiffTest);
#include "LineDiffTest.moc"
