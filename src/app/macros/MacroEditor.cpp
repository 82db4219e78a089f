// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/macros/MacroEditor.h"

#include "app/macros/WordsColumn.h"
#include "core/gcode/Program.h"

namespace steady::app {
namespace {

constexpr int current_marker = 1;
constexpr int finding_marker = 2;
constexpr int break_marker = 3;
constexpr int break_margin = 1;
using gcode::TokenKind;

} // namespace

MacroEditor::MacroEditor(Look const& look, QWidget* parent)
    : QsciScintilla(parent), m_look(look), m_words(new WordsColumn(look, *this, viewport())) {
    setObjectName(QStringLiteral("macro.text"));
    setAccessibleName(QStringLiteral("Text of the macro"));
    setUtf8(true);
    setTabWidth(4);
    SendScintilla(SCI_SETLEXER, SCLEX_CONTAINER);
    setMarginType(0, NumberMargin);
    setMarginType(break_margin, SymbolMargin);
    setMarginMarkerMask(break_margin, 1 << break_marker);
    setMarginSensitivity(break_margin, true);
    setWrapMode(WrapNone);
    setFrameShape(QFrame::NoFrame);
    SendScintilla(SCI_SETHSCROLLBAR, false);
    setScrollWidthTracking(true);
    markerDefine(Background, current_marker);
    markerDefine(Background, finding_marker);
    markerDefine(Circle, break_marker);
    connect(this, &QsciScintilla::marginClicked, this, [this](int margin, int line, Qt::KeyboardModifiers) {
        if (margin == break_margin) toggleBreakpoint(line + 1);
    });
    setEolMode(EolUnix);
    setTabIndents(false);
    dress();
    connect(this, &QsciScintilla::textChanged, this, &MacroEditor::colour);
    connect(this, &QsciScintillaBase::SCN_UPDATEUI, this, [this](int) { Q_EMIT scrolled(); });
    connect(&look, &Look::changed, this, [this] {
        dress();
        colour();
    });
}

void MacroEditor::dress() {
    auto const& ink = m_look.ink();
    auto const font = ink.font(Type::Mono);
    setFont(font);
    setColor(ink.ink);
    setPaper(ink.panel);
    setCaretForegroundColor(ink.ink);
    setCaretWidth(2);
    setSelectionBackgroundColor(ink.accent);
    setSelectionForegroundColor(ink.on_accent);
    setMarginsBackgroundColor(ink.paper);
    setMarginsForegroundColor(ink.soft);
    setMarginsFont(font);
    setMarkerBackgroundColor(ink.chosen, current_marker);
    QColor wrong = ink.bad;
    wrong.setAlpha(60);
    setMarkerBackgroundColor(wrong, finding_marker);
    setMarkerBackgroundColor(ink.bad, break_marker);
    setMarkerForegroundColor(ink.bad, break_marker);
    setMarginWidth(break_margin, m_look.px(20));
    SendScintilla(SCI_STYLECLEARALL);
    std::pair<TokenKind, QColor> const colours[] = {{TokenKind::Text, ink.ink},       {TokenKind::Comment, ink.soft},
                                                    {TokenKind::Message, ink.accent}, {TokenKind::Word, ink.ink},
                                                    {TokenKind::Number, ink.ink},     {TokenKind::Parameter, ink.good},
                                                    {TokenKind::Operator, ink.ink},   {TokenKind::Function, ink.good},
                                                    {TokenKind::Flow, ink.attention}, {TokenKind::Error, ink.bad}};
    auto type = [&](int style) {
        SendScintilla(SCI_STYLESETFONT, style, font.families().first().toUtf8().constData());
        SendScintilla(SCI_STYLESETSIZEFRACTIONAL, static_cast<unsigned long>(style),
                      static_cast<long>(font.pixelSize() * 72 * 100 / 96));
    };
    type(STYLE_LINENUMBER);
    for (int style = 0; style <= static_cast<int>(TokenKind::Error); ++style) {
        type(style);
        SendScintilla(SCI_STYLESETFORE, style, colours[style].second);
        SendScintilla(SCI_STYLESETBACK, style, ink.panel);
        SendScintilla(SCI_STYLESETBOLD, style,
                      colours[style].first == TokenKind::Word || colours[style].first == TokenKind::Flow);
    }
    SendScintilla(SCI_STYLESETBACK, STYLE_LINENUMBER, ink.paper);
    SendScintilla(SCI_STYLESETFORE, STYLE_LINENUMBER, ink.soft);
    setMarginWidth(0, QFontMetrics(font).horizontalAdvance(QStringLiteral("0000")) + 6);
}

namespace {

struct Piece {
    std::size_t begin, length;
    TokenKind kind;
};

/// In a text in segments: what is filled in later, which a digit of the same length stands for, and what is for the
/// person.
std::vector<Piece> piecesOf(std::string& text) {
    std::vector<Piece> pieces;
    constexpr std::string_view between = "(SEGMENT ";
    for (std::size_t at = 0; at < text.size();) {
        auto const line_end = std::min(text.find('\n', at), text.size());
        if (text.compare(at, between.size(), between) == 0) {
            pieces.push_back({at, line_end - at, TokenKind::Message});
        } else {
            for (auto open = text.find('{', at); open < line_end; open = text.find('{', open)) {
                auto const close = text.find('}', open);
                if (close >= line_end) break;
                pieces.push_back({open, close + 1 - open, TokenKind::Parameter});
                text.replace(open, close + 1 - open, "0" + std::string(close - open, ' '));
            }
        }
        at = line_end + 1;
    }
    return pieces;
}

} // namespace

void MacroEditor::colour() {
    auto bytes = text().toStdString();
    auto const pieces = m_grammar.sums != gcode::Sums::None ? std::vector<Piece>() : piecesOf(bytes);
    auto const program = gcode::parse(bytes, m_grammar);
    auto const style = [this](std::size_t begin, std::size_t length, TokenKind kind) {
        SendScintilla(SCI_STARTSTYLING, static_cast<unsigned long>(begin), 0L);
        SendScintilla(SCI_SETSTYLING, static_cast<unsigned long>(length), static_cast<long>(kind));
    };
    style(0, bytes.size(), TokenKind::Text);
    std::size_t start = 0;
    for (std::size_t i = 0; i < program.blocks.size(); ++i) {
        for (auto const& token : program.tokensOf(program.blocks[i]))
            style(start + static_cast<std::size_t>(token.begin), static_cast<std::size_t>(token.length), token.kind);
        start = static_cast<std::size_t>(SendScintilla(SCI_POSITIONFROMLINE, static_cast<unsigned long>(i + 1)));
    }
    for (auto const& piece : pieces) style(piece.begin, piece.length, piece.kind);
}

void MacroEditor::setMacro(QString const& macro) {
    if (text() != macro) setText(macro);
    colour();
    showLine(0);
}

void MacroEditor::showLine(int line) {
    markerDeleteAll(current_marker);
    m_line = line;
    if (line <= 0) return;
    markerAdd(line - 1, current_marker);
    int const shown = static_cast<int>(SendScintilla(SCI_LINESONSCREEN)), first = firstLine();
    if (line - 1 < first + 1 || line - 1 > first + shown - 3) setFirstVisibleLine(std::max(0, line - 1 - shown / 2));
    Q_EMIT scrolled();
}

void MacroEditor::markFindings(std::vector<int> const& lines) {
    markerDeleteAll(finding_marker);
    for (int const line : lines) markerAdd(line - 1, finding_marker);
}

std::set<int> MacroEditor::breakpoints() const {
    std::set<int> found;
    for (int line = markerFindNext(0, 1 << break_marker); line >= 0; line = markerFindNext(line + 1, 1 << break_marker))
        found.insert(line + 1);
    return found;
}

void MacroEditor::toggleBreakpoint(int line) {
    if (breakpoints().contains(line))
        markerDelete(line - 1, break_marker);
    else
        markerAdd(line - 1, break_marker);
    Q_EMIT breakpointsChanged();
}

int MacroEditor::caretLine() const {
    int line = 0, column = 0;
    getCursorPosition(&line, &column);
    return line + 1;
}

void MacroEditor::showWords(QMap<int, QString> const& words) { m_words->show(words, m_line); }
QString MacroEditor::wordsAt(int line) const { return m_words->wordsAt(line); }

void MacroEditor::resizeEvent(QResizeEvent* event) {
    QsciScintilla::resizeEvent(event);
    m_words->resize(viewport()->size());
}

int MacroEditor::lineEnd_px(int line) const {
    auto const end = SendScintilla(SCI_GETLINEENDPOSITION, static_cast<unsigned long>(line - 1));
    return static_cast<int>(SendScintilla(SCI_POINTXFROMPOSITION, 0UL, end));
}

int MacroEditor::firstLine() const { return static_cast<int>(SendScintilla(SCI_GETFIRSTVISIBLELINE)); }
int MacroEditor::lineHeight() const { return static_cast<int>(SendScintilla(SCI_TEXTHEIGHT, 0UL)); }

} // namespace steady::app
