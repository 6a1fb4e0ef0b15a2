// The look, measured: contrast of every pair of colours that meets, and type whose figures stand in line.
#include "look/look.h"

#include <QApplication>
#include <QFontMetricsF>
#include <QTest>

using namespace clockface::app;

class TestLook : public QObject {
    Q_OBJECT
private slots:
    void contrast_by_the_book() {
        QVERIFY(std::abs(contrast(Qt::black, Qt::white) - 21.0) < 1e-9);
        QVERIFY(std::abs(contrast(QColor("#777777"), Qt::white) - 4.478) < 0.01); // published example of WCAG
        QCOMPARE(contrast(Qt::red, Qt::red), 1.0);
    }
    void text_can_be_read_data() {
        QTest::addColumn<bool>("night");
        QTest::newRow("day") << false;
        QTest::newRow("night") << true;
    }
    void text_can_be_read() {
        QFETCH(bool, night);
        const Look& look = night ? Look::night_shift() : Look::day();
        const std::tuple<const char*, QColor, QColor> pairs[] = {
            {"ink on card", look.ink, look.card},
            {"quiet on card", look.quiet, look.card},
            {"link on card", look.link, look.card},
            {"brass on chosen row", look.brass, look.chosen_row},
            {"ink on chosen row", look.ink, look.chosen_row},
            {"stop on card", look.stop, look.card},
            {"stop on strip", look.stop, look.strip},
            {"check on strip", look.check, look.strip},
            {"link on strip", look.link, look.strip},
            {"strip ink", look.strip_ink, look.strip},
            {"good on strip", look.good, look.strip},
            {"card on link", look.card, look.link},
            {"scribed on board", look.scribed, look.board},
            {"scribed on strokes", look.scribed, look.strokes},
            {"faint on board", look.faint, look.board},
            {"faint on surround", look.faint, look.surround},
            {"faint on air", look.faint, look.air},
            {"brass on board", look.brass_on_dark, look.board},
            {"surround on brass", look.surround, look.brass_on_dark}};
        for (const auto& [what, text, ground] : pairs)
            QVERIFY2(contrast(text, ground) >= 4.5,
                     qPrintable(QStringLiteral("%1: %2").arg(what).arg(contrast(text, ground))));
        const std::tuple<const char*, QColor, QColor> bench[] = {
            {"figures", look.bench_text, look.bench}, {"target", look.brass_on_dark, look.bench},
            {"quiet", look.bench_quiet, look.bench},  {"note", look.bench_note_text, look.bench_note},
            {"on the dial", look.scribed, look.air},  {"why", look.bench_text, look.air},
            {"done", look.bench, look.brass_on_dark}};
        for (const auto& [what, text, ground] : bench)
            QVERIFY2(contrast(text, ground) >= 7.0,
                     qPrintable(QStringLiteral("%1: %2").arg(what).arg(contrast(text, ground))));
    }
    void figures_stand_in_line() {
        QVERIFY(load_fonts());
        for (const bool bold : {false, true}) {
            const QFontMetricsF metrics(type(12, bold));
            for (const char c : std::string("123456789"))
                QCOMPARE(metrics.horizontalAdvance(QLatin1Char(c)), metrics.horizontalAdvance(QLatin1Char('0')));
            // Not the typewriter face, whose point is as wide as a figure.
            QVERIFY(metrics.horizontalAdvance(QLatin1Char('.')) < 0.7 * metrics.horizontalAdvance(QLatin1Char('0')));
        }
        QCOMPARE(QFontInfo(type(12)).family(), QStringLiteral("B612"));
    }
};

int main(int argc, char** argv) {
    use_own_font_rules();
    QApplication application(argc, argv);
    TestLook test;
    return QTest::qExec(&test, argc, argv);
}
#include "test_look.moc"
