// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Reference.h"
#include "support/Test.h"

#include "core/controller/Executable.h"
#include "core/dialects/parametric/Parametric.h"
#include "core/gcode/Evaluate.h"

using namespace steady;

namespace {

struct Evaluated {
    std::optional<double> value;
    std::string problem;
};

/// The value of an expression, read as the right side of a setting.
Evaluated evaluateText(std::string const& expression, std::vector<double> const& parameters) {
    auto const program = gcode::parse("#5=" + expression, dialects::parametric().grammar);
    if (!program.ok()) return {std::nullopt, program.findings.front().text};
    auto const value = gcode::evaluate(program, program.settings[0].value, parameters);
    if (!value) return {std::nullopt, "at run time"};
    return {*value, ""};
}

std::vector<double> parametersOf(Json const& before) {
    std::vector<double> parameters(gcode::variable_count, 0.0);
    for (auto const& [key, value] : before.items()) parameters[std::stoul(key)] = value;
    return parameters;
}

/// Runs one block without a machine: words as values, then the settings.
struct BlockRun {
    std::map<std::string, double> words;
    std::vector<double> parameters;
};
BlockRun runBlock(std::string const& text, std::vector<double> parameters) {
    auto const program = gcode::parse(text, dialects::parametric().grammar);
    auto const& block = program.blocks.at(0);
    BlockRun run{{}, parameters};
    for (auto const& word : program.wordsOf(block))
        run.words[std::string(1, word.letter)] = *gcode::evaluate(program, word.value, parameters);
    for (auto const& setting : program.settingsOf(block))
        run.parameters[static_cast<std::size_t>(*gcode::evaluate(program, setting.index, parameters))] =
            *gcode::evaluate(program, setting.value, parameters);
    return run;
}

} // namespace

/// The language: letters N, C and S as in docs/language.md. Values of m-rs274ngc.json (NISTIR 6556, recalled).
class GcodeTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void expressions_data() { // N
        QTest::addColumn<double>("expected");
        auto const file = test::referenceJson("m-rs274ngc.json");
        for (auto const& one : file["expressions"]["cases"])
            QTest::newRow(one[0].get<std::string>().c_str()) << one[1].get<double>();
    }
    void expressions() {
        QFETCH(double, expected);
        auto const parameters = parametersOf(test::referenceJson("m-rs274ngc.json")["expressions"]["parameters"]);
        auto const got = evaluateText(QTest::currentDataTag(), parameters);
        QVERIFY2(got.value, got.problem.c_str());
        QVERIFY(test::near(*got.value, expected, 1e-9));
    }

    void expressionErrors_data() { // N
        QTest::addColumn<QString>("why");
        auto const file = test::referenceJson("m-rs274ngc.json");
        for (auto const& one : file["expression_errors"])
            QTest::newRow(one[0].get<std::string>().c_str()) << QString::fromStdString(one[1]);
    }
    void expressionErrors() {
        QFETCH(QString, why);
        // The published language ends at #5399; the numbers after that are the controller's own, as some have them (N).
        auto const got = evaluateText(QTest::currentDataTag(), std::vector<double>(5400, 0.0));
        QVERIFY2(!got.value, qPrintable(why));
    }

    void comparisonsBindLoosest_data() { // C
        QTest::addColumn<double>("expected");
        QTest::newRow("[1 + 1 EQ 2]") << 1.0;
        QTest::newRow("[3 LT 2 + 2]") << 1.0;
        QTest::newRow("[2 GE 3]") << 0.0;
        QTest::newRow("[[1 NE 0] OR [2 LT 1]]") << 1.0;
        QTest::newRow("[[1 LE 1] AND [2 GT 1]]") << 1.0;
        QTest::newRow("[ABS[2 - 5] GT 2.5]") << 1.0;
    }
    void comparisonsBindLoosest() {
        QFETCH(double, expected);
        auto const got = evaluateText(QTest::currentDataTag(), std::vector<double>(gcode::variable_count, 0.0));
        QVERIFY2(got.value, got.problem.c_str());
        QCOMPARE(*got.value, expected);
    }

    void settingsUseOldValues() { // N
        auto const file = test::referenceJson("m-rs274ngc.json");
        for (auto const& one : file["blocks"]) {
            auto const run = runBlock(one["block"], parametersOf(one["before"]));
            for (auto const& [letter, value] : one["words"].items())
                QVERIFY(test::near(run.words.at(letter), value, 1e-12));
            for (auto const& [number, value] : one["after"].items())
                QVERIFY(test::near(run.parameters[std::stoul(number)], value, 1e-12));
        }
    }

    void blockErrors_data() { // N
        QTest::addColumn<QString>("why");
        auto const file = test::referenceJson("m-rs274ngc.json");
        for (auto const& one : file["block_errors"])
            QTest::newRow(one[0].get<std::string>().c_str()) << QString::fromStdString(one[1]);
    }
    void blockErrors() {
        QFETCH(QString, why);
        auto const made = controller::makeExecutable(QTest::currentDataTag(), dialects::parametric());
        QVERIFY2(!made.findings.empty(), qPrintable(why));
        QCOMPARE(made.findings.front().where.line, 1);
    }

    void errorsNameLineAndColumn_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<int>("line");
        QTest::addColumn<int>("column");
        QTest::newRow("unknown letter") << QStringLiteral("G21\nV5\n") << 2 << 1;
        QTest::newRow("unknown G") << QStringLiteral("G21 G99.9") << 1 << 5;
        QTest::newRow("unknown M") << QStringLiteral("\n\nM77") << 3 << 1;
        QTest::newRow("function that is none") << QStringLiteral("#1=[SINE[3]]") << 1 << 5;
        QTest::newRow("minus before a parameter") << QStringLiteral("G0 X[3 + -#2]") << 1 << 10;
        QTest::newRow("bracket left open") << QStringLiteral("G0 X[1 + 2") << 1 << 5;
        QTest::newRow("setting a sum without brackets") << QStringLiteral("#1=#2+1") << 1 << 6;
        QTest::newRow("text after a flow word") << QStringLiteral("O1 IF [1 EQ 1] G0\nO1 ENDIF") << 1 << 16;
        QTest::newRow("flow word that is none") << QStringLiteral("O1 WHENEVER") << 1 << 4;
    }
    void errorsNameLineAndColumn() {
        QFETCH(QString, text);
        QFETCH(int, line);
        QFETCH(int, column);
        auto const made = controller::makeExecutable(text.toStdString(), dialects::parametric());
        QVERIFY(!made.findings.empty());
        QCOMPARE(made.findings.front().where.line, line);
        QCOMPARE(made.findings.front().where.column, column);
        QVERIFY(!made.findings.front().text.empty());
    }

    void everyWrongLineIsFound() {
        auto const made = controller::makeExecutable("V1\nG0 X1\nG0 G1 X2\nO5 ENDIF\n(open", dialects::parametric());
        std::vector<int> lines;
        for (auto const& finding : made.findings) lines.push_back(finding.where.line);
        QCOMPARE(lines, (std::vector<int>{1, 3, 4, 5}));
    }

    void flowMustMatch_data() {
        QTest::addColumn<bool>("good");
        QTest::newRow("O1 IF [1]\nO1 ELSEIF [0]\nO1 ELSE\nO1 ENDIF") << true;
        QTest::newRow("O1 IF [1]\nO2 IF [1]\nO2 ENDIF\nO1 ENDIF") << true;
        QTest::newRow("O1 IF [1]") << false;
        QTest::newRow("O1 IF [1]\nO2 ENDIF") << false;
        QTest::newRow("O1 IF [1]\nO1 ELSE\nO1 ELSE\nO1 ENDIF") << false;
        QTest::newRow("O1 IF [1]\nO2 IF [1]\nO1 ENDIF\nO2 ENDIF") << false;
    }
    void flowMustMatch() {
        QFETCH(bool, good);
        QCOMPARE(controller::makeExecutable(QTest::currentDataTag(), dialects::parametric()).findings.empty(), good);
    }

    void messagesAndComments() {
        auto const program =
            gcode::parse("(just words)\n(MSG,Jog Z up)\n( msg , spaced)\nG0 X1 ; to the end\nG0 (mid) X2\n",
                         dialects::parametric().grammar);
        QVERIFY(program.ok());
        QVERIFY(program.blocks[0].shows == gcode::Block::Shows::Nothing);
        QCOMPARE(program.textOf(program.blocks[1].message), std::string_view("Jog Z up"));
        QCOMPARE(program.textOf(program.blocks[2].message), std::string_view("spaced"));
        QCOMPARE(program.textOf(program.blocks[3].comment), std::string_view(" to the end"));
        QCOMPARE(program.blocks[4].words.count, 2u);
    }

    void tokensCoverWhatTheyColour() {
        // Bytes, not characters: the comment holds a letter of two bytes.
        std::string const line = "G1 X#101 (größer) F[2*50]";
        auto const program = gcode::parse(line, dialects::parametric().grammar);
        QVERIFY(program.ok());
        std::string coloured;
        for (auto const& token : program.tokensOf(program.blocks[0])) {
            QVERIFY(token.begin >= 0 && token.begin + token.length <= static_cast<int>(line.size()));
            if (token.kind == gcode::TokenKind::Comment) coloured += "|" + line.substr(token.begin, token.length);
            if (token.kind == gcode::TokenKind::Parameter) coloured += "|" + line.substr(token.begin, token.length);
        }
        QCOMPARE(coloured, std::string("|#101|(größer)"));
    }

    void longLinesAreRefused() {
        auto const program = gcode::parse("(" + std::string(260, 'x') + ")", dialects::parametric().grammar);
        QVERIFY(!program.ok());
    }

    void anyTextIsParsedWithoutHarm() {
        // Random bytes from the alphabet of the language: findings or blocks, never a crash (the sanitizers watch).
        std::string const alphabet = "GMXYZFPON0123456789.-+#[]()*/= \nSINATEQIFL%;";
        std::uint64_t state = 42;
        for (int round = 0; round < 2000; ++round) {
            std::string text;
            for (int i = 0; i < 40; ++i) {
                state = state * 6364136223846793005ULL + 1442695040888963407ULL;
                text += alphabet[(state >> 33) % alphabet.size()];
            }
            auto const made = controller::makeExecutable(text, dialects::parametric());
            QCOMPARE(made.program.blocks.size(),
                     static_cast<std::size_t>(std::count(text.begin(), text.end(), '\n') + !text.ends_with('\n')));
        }
    }
};

STEADY_TEST(GcodeTest);
#include "GcodeTest.moc"
