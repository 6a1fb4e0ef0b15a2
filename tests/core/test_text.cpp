// Bytes that are letters, and those that are not: the table of RFC 3629, its edges, and what a sign that cannot be
// printed is.
#include "measure/text.h"
#include "support/jobs.h"

#include <QStringDecoder>

using namespace clockface;
using namespace clockface::testing;

class TestText : public QObject {
    Q_OBJECT
private slots:
    void utf8_data() {
        QTest::addColumn<QByteArray>("bytes");
        QTest::addColumn<bool>("good");
        const auto add = [](const char* name, const QByteArray& bytes, bool good) {
            QTest::newRow(name) << bytes << good;
        };
        add("nothing", "", true);
        add("ascii", "M5 clear", true);
        add("two bytes, the first there is", "\xC2\x80", true);
        add("two bytes, the last", "\xDF\xBF", true);
        add("three, the first", "\xE0\xA0\x80", true);
        add("three, the last", "\xEF\xBF\xBF", true);
        add("four, the first", "\xF0\x90\x80\x80", true);
        add("four, the last", "\xF4\x8F\xBF\xBF", true);
        add("two bytes for what takes one", "\xC1\xBF", false);
        add("three bytes for what takes two", "\xE0\x9F\xBF", false);
        add("four bytes for what takes three", "\xF0\x8F\xBF\xBF", false);
        add("beyond the last letter", "\xF4\x90\x80\x80", false);
        add("half of a pair, high", "\xED\xA0\x80", false);
        add("half of a pair, low", "\xED\xBF\xBF", false);
        add("just before the halves", "\xED\x9F\xBF", true);
        add("a later byte first", "\x80", false);
        add("cut off after one", "\xC3", false);
        add("cut off after two", "\xE2\x82", false);
        add("cut off after three", "\xF0\x9F\x98", false);
        add("a letter in the middle of another", "\xE2\x41\x82", false);
        add("five bytes", "\xF8\x88\x80\x80\x80", false);
        add("never a byte", "\xFF", false);
        add("Latin-1", "Gr\xF6\xDF\x65", false);
    }
    void utf8() {
        QFETCH(QByteArray, bytes);
        QTEST(is_utf8(bytes.toStdString()), "good");
    }
    void utf8_is_what_qt_takes() {
        holds("bytes are UTF-8 just when Qt's own decoder finds no fault", [](void) {
            std::string bytes;
            for (int n = *rc::gen::inRange(0, 12); n > 0; --n)
                bytes += static_cast<char>(*rc::gen::element(0x41, 0x7F, 0x80, 0x9F, 0xA0, 0xBF, 0xC2, 0xDF, 0xE0, 0xED,
                                                             0xEF, 0xF0, 0xF4, 0xF5));
            QStringDecoder decoder(QStringDecoder::Utf8, QStringConverter::Flag::Stateless);
            const QString text = decoder(QByteArray::fromStdString(bytes));
            Q_UNUSED(text);
            RC_ASSERT(is_utf8(bytes) == !decoder.hasError());
        });
    }
    void signs_that_cannot_be_printed() {
        for (const char* text : {"a\nb", "\r", "\t", "\x1B[31m", "\x7F", "\xC2\x85", "\xE2\x80\xA8", "\xE2\x80\xA9"})
            QVERIFY2(has_control_signs(text), text);
        for (const char* text : {"", "M5 × 0.8", "ß", "\xC2\xA0", "\xE2\x80\xA7", "\xFF"})
            QVERIFY2(!has_control_signs(text), text);
        QCOMPARE(on_one_line("the\r\nboss\x0B"), std::string("the  boss "));
        QCOMPARE(on_one_line("bell \xE2\x80\xA8metal"), std::string("bell  metal"));
        QCOMPARE(on_one_line("\xFFx"), std::string("\xFFx")); // what is no letter is not for this to mend
        holds("one line has none, and what had none is as it was", [](void) {
            const auto text =
                *rc::gen::container<std::string>(rc::gen::element('a', ' ', '\n', '\0', '\xC2', '\x85', '\xE2'));
            const std::string line = on_one_line(text);
            RC_ASSERT(!has_control_signs(line));
            RC_ASSERT(has_control_signs(text) || line == text);
        });
    }
    void what_is_wrong_with_a_text() {
        QVERIFY(!text_fault("The title", std::string(40, 'x'), 40));
        QCOMPARE(*text_fault("The title", std::string(41, 'x'), 40),
                 std::string("The title has up to 40 letters; this has 41."));
        QVERIFY(text_fault("The title", "\xFF", 40)->find("no letters") != std::string::npos);
        QVERIFY(text_fault("The title", "two\nlines", 40)->find("one line") != std::string::npos);
        QVERIFY(length_fault(std::string(201, '1'), 200) && !length_fault(std::string(200, '1'), 200));
    }
};

QTEST_GUILESS_MAIN(TestText)
#include "test_text.moc"
