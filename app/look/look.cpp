#include "look/look.h"

#include <QFontDatabase>
#include <algorithm>
#include <cmath>
#include <fontconfig/fontconfig.h>

namespace clockface::app {

namespace {

Look make_day() {
    Look look;
    look.surround = "#161D3D";
    look.board = "#24337A";
    look.strokes = "#2C3C88";
    look.scribed = "#DCE5FF";
    look.faint = "#A9B5E6";
    look.air = "#1A2350";
    look.card = "#F6F1E4";
    look.ink = "#1D2330";
    look.quiet = "#5A5F6B";
    look.rule = "#D9D1BC";
    look.link = "#24337A";
    look.chosen_row = "#E9D9AE";
    look.brass = "#7A5210";
    look.brass_on_dark = "#E0AC4A";
    look.stop = "#A83A26";
    look.stop_on_dark = "#FF9C86";
    look.check = "#7D5A0C";
    look.good = "#3F6B3A";
    look.good_on_dark = "#8CC084";
    look.strip = "#EFE3C2";
    look.strip_ink = "#1D2330";
    look.bench = "#10152E";
    look.bench_text = "#EEF2FF";
    look.bench_quiet = "#B8C3EE";
    look.bench_note = "#3A2A10";
    look.bench_note_text = "#FFE3AE";
    return look;
}

Look make_night() {
    Look look = make_day();
    look.night = true;
    look.surround = "#0D1126";
    look.air = "#10162F";
    look.board = "#1D2A66";
    look.strokes = "#243272";
    look.card = "#232935";
    look.ink = "#E9EBF2";
    look.quiet = "#AEB5C4";
    look.rule = "#3A4252";
    look.link = "#B9C8FF";
    look.chosen_row = "#4A3F22";
    look.brass = "#E0AC4A";
    look.stop = "#FF9C86";
    look.check = "#F0C465";
    look.good = "#9CD394";
    look.strip = "#2C3240";
    look.strip_ink = "#E9EBF2";
    return look;
}

double linear(double channel) {
    return channel <= 0.04045 ? channel / 12.92 : std::pow((channel + 0.055) / 1.055, 2.4);
}

double luminance(const QColor& colour) {
    return 0.2126 * linear(colour.redF()) + 0.7152 * linear(colour.greenF()) + 0.0722 * linear(colour.blueF());
}

} // namespace

const Look& Look::day() {
    static const Look look = make_day();
    return look;
}

const Look& Look::night_shift() {
    static const Look look = make_night();
    return look;
}

QColor kind_colour(int kind) {
    static const char* const colours[] = {"#F2C26B", "#8FDCC0", "#FFA9A0", "#A9CBFF",
                                          "#D9B8FF", "#D3E37C", "#FFB87A", "#F3F6FF"};
    return QColor(QLatin1String(colours[kind % 8]));
}

double contrast(const QColor& a, const QColor& b) {
    const double one = luminance(a);
    const double other = luminance(b);
    return (std::max(one, other) + 0.05) / (std::min(one, other) + 0.05);
}

void use_own_font_rules() {
    // The program's own type is built in, and the machine's fonts only lend the letters it lacks: the folders they lie
    // in, and which to ask first, are all that is wanted. The machine's own forty files of rules take a tenth of a
    // start.
    static constexpr const char* rules = R"(<?xml version="1.0"?><fontconfig>
        <dir>/usr/share/fonts</dir><dir>/usr/local/share/fonts</dir><dir prefix="xdg">fonts</dir><dir>~/.fonts</dir>
        <cachedir>/var/cache/fontconfig</cachedir><cachedir prefix="xdg">fontconfig</cachedir>
        <selectfont><rejectfont><pattern><patelt name="family"><string>B612 Mono</string></patelt></pattern>
        </rejectfont></selectfont>
        <alias><family>B612</family><accept><family>DejaVu Sans</family><family>Noto Sans</family></accept></alias>
        </fontconfig>)";
    FcConfig* config = FcConfigCreate();
    if (!config)
        return;
    FcConfigParseAndLoadFromMemory(config, reinterpret_cast<const FcChar8*>(rules), FcTrue);
    FcConfigBuildFonts(config);
    FcConfigSetCurrent(config); // Qt asks for the current one
}

bool load_fonts() {
    bool all = true;
    for (const char* name : {"B612-Regular.otf", "B612-Bold.otf", "B612-Italic.otf"})
        all = QFontDatabase::addApplicationFont(QStringLiteral(":/fonts/") + QLatin1String(name)) >= 0 && all;
    return all;
}

QFont type(double points, bool bold) {
    QFont font(QStringLiteral("B612"));
    font.setPointSizeF(points);
    font.setBold(bold);
    // Letters on whole pixels: one picture of each letter instead of four, and a start spends most on drawing them.
    font.setHintingPreference(QFont::PreferFullHinting);
    return font;
}

QString style_sheet(const Look& look) {
    QString sheet = QStringLiteral(R"(
        * { font-family: "B612"; }
        QWidget#header, QWidget#rail { background: @surround; }
        QWidget#slip, QWidget#slipBody, QScrollArea#slipScroll { background: @card; border: none; }
        QWidget#slip QLabel, QWidget#slip clockface--app--Sentence { color: @ink; font-size: 12pt; }
        QWidget#slip QLabel[quiet="true"] { color: @quiet; font-size: 10pt; }
        QWidget#slip QLabel[heading="true"] { color: @ink; font-size: 14pt; font-weight: bold; }
        QWidget#slip QLabel[fault="true"] { color: @stop; font-size: 10pt; }
        QWidget#slip QLabel[echo="true"] { color: @quiet; font-size: 10pt; }
        QWidget#slip QLineEdit { background: transparent; color: @link; font-size: 12pt; font-weight: bold; border: none;
            border-bottom: 2px solid @link; padding: 0 1px; selection-background-color: @link; selection-color: @card; }
        QWidget#slip QLineEdit:focus { color: @brass; border-bottom: 2px solid @brass; background: @chosen_row; }
        QWidget#slip QLineEdit[boxed="true"] { background: @card; color: @ink; font-weight: normal; border: 2px solid @link; border-radius: 4px; padding: 7px 9px; }
        QWidget#slip QLineEdit[boxed="true"]:focus { border: 2px solid @brass; background: @card; color: @ink; }
        QWidget#slip QLineEdit[entry="true"] { font-size: 11pt; padding: 3px 2px; }
        QWidget#slip QLineEdit[fault="true"] { color: @stop; border-bottom: 2px dashed @stop; }
        QWidget#slip QToolButton { background: transparent; color: @link; font-size: 12pt; font-weight: bold; border: none;
            border-bottom: 2px solid @link; padding: 0 1px; }
        QWidget#slip QToolButton:focus, QWidget#slip QToolButton:hover { color: @brass; border-bottom: 2px solid @brass; background: @chosen_row; }
        QWidget#slip QToolButton::menu-indicator { image: none; }
        QWidget#slip QToolButton[pick="true"] { color: @ink; font-size: 10pt; font-weight: normal; border: 1px solid @rule; border-radius: 4px; padding: 3px; }
        QWidget#slip QToolButton[pick="true"]:focus, QWidget#slip QToolButton[pick="true"]:hover { border: 2px solid @brass; padding: 2px; background: @card; }
        QWidget#slip QToolButton[pick="true"]:checked { border: 2px solid @link; padding: 2px; color: @link; font-weight: bold; }
        QWidget#slip QPushButton { background: transparent; color: @ink; font-size: 11pt; text-align: left; border: 1px solid @rule;
            border-radius: 4px; padding: 6px 8px; }
        QWidget#slip QPushButton:focus, QWidget#slip QPushButton:hover { border: 2px solid @brass; padding: 5px 7px; }
        QWidget#slip QPushButton[line="true"] { padding: 2px 8px; }
        QWidget#slip QPushButton[line="true"]:focus, QWidget#slip QPushButton[line="true"]:hover { padding: 1px 7px; }
        QWidget#slip QPushButton:checked { border: 2px solid @link; padding: 5px 7px; font-weight: bold; }
        QWidget#slip QPushButton[link="true"] { border: none; color: @link; text-decoration: underline; font-size: 10pt; padding: 2px; }
        QWidget#slip QPushButton[link="true"]:focus { border: 1px dashed @brass; padding: 1px; }
        QWidget#slip QPushButton[act="true"] { background: @link; color: @card; font-weight: bold; border: 2px solid @link; text-align: center; }
        QWidget#slip QPushButton[act="true"]:focus { border: 2px solid @brass; }
        QWidget#slip QPushButton[act="true"]:disabled { background: @card; color: @quiet; border: 2px dashed @rule; }
        QWidget#slip QTableView, QWidget#slip QListView { background: @card; color: @ink; border: none; font-size: 11pt;
            selection-background-color: @chosen_row; selection-color: @ink; gridline-color: @rule; outline: none; }
        QWidget#slip QTableView:focus, QWidget#slip QListView:focus { border: 1px solid @brass; }
                QWidget#slip QCheckBox { color: @ink; font-size: 11pt; spacing: 8px; }
        QWidget#slip QCheckBox:focus { color: @brass; }
        QWidget#slip QHeaderView::section { background: @card; color: @quiet; font-size: 10pt; border: none; border-bottom: 1px solid @rule; padding: 3px; }
        QWidget#header QToolButton { background: transparent; color: @faint; border: none; border-radius: 4px; padding: 6px 9px; font-size: 10pt; }
        QWidget#header QToolButton:hover, QWidget#header QToolButton:focus { color: @scribed; background: @board; }
        QWidget#header QToolButton:disabled { color: #5D6895; }
        QWidget#header QToolButton::menu-indicator { image: none; }
        QWidget#header QLabel { color: @faint; font-size: 10pt; }
        QWidget#header QLabel#jobTitle { color: @scribed; font-size: 14pt; font-weight: bold; }
                QPushButton[onBoard="true"] { background: @surround; color: @faint; border: 1px solid @faint; border-radius: 4px; padding: 3px 9px; font-size: 10pt; }
        QPushButton[onBoard="true"]:hover, QPushButton[onBoard="true"]:focus { color: @scribed; border: 1px solid @scribed; }
        QPushButton[onBoard="true"]:checked { background: @brass_on_dark; color: @surround; border: 1px solid @brass_on_dark; }
        QWidget#notice { background: @strip; } QWidget#notice QLabel { color: @strip_ink; font-size: 11pt; }
        QWidget#findings { background: @strip; } QWidget#findings QLabel { color: @strip_ink; font-size: 11pt; }
        QWidget#notice QPushButton, QWidget#findings QPushButton { background: transparent; color: @link; border: 1px solid @link; border-radius: 4px; padding: 3px 10px; font-size: 10pt; }
        QWidget#notice QPushButton:focus, QWidget#findings QPushButton:focus { border: 2px solid @brass; padding: 2px 9px; }
                QListView#calloutWords { background: @card; color: @ink; border: 1px solid @rule; font-size: 11pt;
            selection-background-color: @chosen_row; selection-color: @ink; }
        QMenu { background: @card; color: @ink; border: 1px solid @rule; font-size: 11pt; padding: 4px; }
        QMenu::item { padding: 5px 22px; } QMenu::item:selected { background: @chosen_row; color: @ink; }
        QMenu::item:disabled { color: @quiet; }
        QToolTip { background: @card; color: @ink; border: 1px solid @rule; font-size: 10pt; }
        QScrollBar:vertical { background: @card; width: 10px; } QScrollBar::handle:vertical { background: @rule; border-radius: 5px; min-height: 24px; }
        QScrollBar::add-line, QScrollBar::sub-line { height: 0; width: 0; }
        QScrollBar:horizontal { background: @card; height: 10px; } QScrollBar::handle:horizontal { background: @rule; border-radius: 5px; min-width: 24px; }
    )");
    // Longest names first, so that @strip_ink is not taken for @strip.
    const std::pair<const char*, QColor> names[] = {{"@chosen_row", look.chosen_row},
                                                    {"@brass_on_dark", look.brass_on_dark},
                                                    {"@strip_ink", look.strip_ink},
                                                    {"@surround", look.surround},
                                                    {"@scribed", look.scribed},
                                                    {"@board", look.board},
                                                    {"@brass", look.brass},
                                                    {"@faint", look.faint},
                                                    {"@strip", look.strip},
                                                    {"@quiet", look.quiet},
                                                    {"@card", look.card},
                                                    {"@rule", look.rule},
                                                    {"@link", look.link},
                                                    {"@stop", look.stop},
                                                    {"@ink", look.ink}};
    for (const auto& [name, colour] : names)
        sheet.replace(QLatin1String(name), colour.name());
    return sheet;
}

} // namespace clockface::app
