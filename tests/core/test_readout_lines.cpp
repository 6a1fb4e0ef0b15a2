// Lines of made-up readouts: described by hand, learnt, in pieces, spoilt, and a million of nonsense.
#include "readout/learn.h"
#include "readout/line_reader.h"
#include "support/jobs.h"

#include <QTest>
#include <random>

using namespace clockface;

namespace {

// How a made-up readout writes the places; the way back is the reader's business.
struct MadeUp {
    const char* name;
    std::string (*write)(double x, double y);
    FiguresIn figures;
    bool letters = true; // X and Y are told by letters
};

std::string figure(const char* form, double value) {
    char text[64];
    std::snprintf(text, sizeof text, form, value);
    return text;
}
std::string commas(std::string text) {
    std::replace(text.begin(), text.end(), '.', ',');
    return text;
}
std::string apart(double v, int width) { // "-   12.345"
    return (v < 0 ? "-" : "+") + figure(("%" + std::to_string(width) + ".3f").c_str(), std::abs(v));
}
std::string behind(double v) { // "12.345-"
    return figure("%.3f", std::abs(v)) + (v < 0 ? "-" : " ");
}
long steps(double mm) {
    return std::lround(mm / 0.005);
}

const std::vector<MadeUp> forms = {
    {"letters", [](double x, double y) { return figure("X%.3f ", x) + figure("Y%.3f\r\n", y); },
     FiguresIn::Millimetres},
    {"colons", [](double x, double y) { return figure("X: %.3f  ", x) + figure("Y: %.3f\r", y); },
     FiguresIn::Millimetres},
    {"equals", [](double x, double y) { return figure("x=%.4f;", x) + figure("y=%.4f\n", y); }, FiguresIn::Millimetres},
    {"signs apart", [](double x, double y) { return "X" + apart(x, 9) + "Y" + apart(y, 9) + "\r\n"; },
     FiguresIn::Millimetres},
    {"signs behind", [](double x, double y) { return "X " + behind(x) + " Y " + behind(y) + "\r\n"; },
     FiguresIn::Millimetres},
    {"commas for points",
     [](double x, double y) { return commas(figure("X %.3f ", x) + figure("Y %.3f", y)) + "\r\n"; },
     FiguresIn::Millimetres},
    {"three axes", [](double x, double y) { return figure("X%+.3f ", x) + figure("Y%+.3f Z+7.250\r\n", y); },
     FiguresIn::Millimetres},
    {"a table's axis first",
     [](double x, double y) { return "W 12.500 " + figure("X %.3f ", x) + figure("Y %.3f\r\n", y); },
     FiguresIn::Millimetres},
    {"millimetres said", [](double x, double y) { return figure("X %.3f mm, ", x) + figure("Y %.3f mm\n", y); },
     FiguresIn::Millimetres},
    {"inches said",
     [](double x, double y) { return figure("X %.5f in, ", x / 25.4) + figure("Y %.5f in\n", y / 25.4); },
     FiguresIn::Inches},
    {"inch marks", [](double x, double y) { return figure("X%.5f\" ", x / 25.4) + figure("Y%.5f\"\n", y / 25.4); },
     FiguresIn::Inches},
    {"steps",
     [](double x, double y) { return "X" + std::to_string(steps(x)) + " Y" + std::to_string(steps(y)) + "\r\n"; },
     FiguresIn::Steps},
    {"padded steps",
     [](double x, double y) { return figure("X%+08.0f", double(steps(x))) + figure("Y%+08.0f\r\n", double(steps(y))); },
     FiguresIn::Steps},
    {"text marks", [](double x, double y) { return figure("\x02X%.3f ", x) + figure("Y%.3f\x03", y); },
     FiguresIn::Millimetres},
    {"only commas between", [](double x, double y) { return figure("%.3f,", x) + figure("%.3f\r\n", y); },
     FiguresIn::Millimetres, false},
    {"only blanks between", [](double x, double y) { return figure("%10.3f ", x) + figure("%10.3f\r\n", y); },
     FiguresIn::Millimetres, false},
    {"fixed width", [](double x, double y) { return figure("%+010.3f", x) + figure("%+010.3f\r\n", y); },
     FiguresIn::Millimetres, false},
    {"a line an axis", [](double x, double y) { return figure("X %.3f\r\n", x) + figure("Y %.3f\r\n", y); },
     FiguresIn::Millimetres},
    {"numbered axes", [](double x, double y) { return figure("1: %.3f\r\n", x) + figure("2: %.3f\r\n", y); },
     FiguresIn::Millimetres, false},
    {"with a word before", [](double x, double y) { return figure("POS AB S1 X%.3f ", x) + figure("Y%.3f OK\r\n", y); },
     FiguresIn::Millimetres},
    {"tabs", [](double x, double y) { return figure("X\t%.3f\t", x) + figure("Y\t%.3f\r\n", y); },
     FiguresIn::Millimetres},
};

// A walk as a hand would make it: X first, then Y.
std::vector<Point> walk() {
    std::vector<Point> places;
    for (int i = 0; i < 8; ++i)
        places.push_back({Length::mm(-12.345 + i * 3.105), Length::mm(7.250)});
    for (int i = 0; i < 8; ++i)
        places.push_back({Length::mm(9.39), Length::mm(7.250 - i * 4.215)});
    return places;
}

std::vector<std::string> lines_of(const std::string& bytes) {
    LineSplitter splitter;
    std::vector<std::string> lines;
    splitter.feed("\n" + bytes, [&](const std::string& line) { lines.push_back(line); });
    return lines;
}

const Length resolution = Length::mm(0.005);

} // namespace

class TestReadoutLines : public QObject {
    Q_OBJECT
private slots:
    void every_form_is_learnt_and_read_data() {
        QTest::addColumn<int>("index");
        for (int i = 0; i < int(forms.size()); ++i)
            QTest::newRow(forms[std::size_t(i)].name) << i;
    }
    void every_form_is_learnt_and_read() {
        QFETCH(int, index);
        const MadeUp& form = forms[std::size_t(index)];
        std::string bytes;
        for (const Point& at : walk())
            bytes += form.write(at.x.in_mm(), at.y.in_mm());
        const Learnt learnt = learn_pattern(lines_of(bytes));
        QVERIFY2(!learnt.pattern.empty(), learnt.sentence.c_str());
        QCOMPARE(learnt.figures, form.figures);
        SerialLine line;
        line.pattern = learnt.pattern;
        line.figures = learnt.figures;
        Result<LineReader> reader = LineReader::make(line, resolution);
        QVERIFY2(reader.has_value(), learnt.pattern.c_str());
        reader->feed("\r\n");
        // Other places than those it was learnt from, in pieces of a few bytes.
        std::mt19937 dice(7);
        for (int i = 0; i < 60; ++i) {
            const double x = (int(dice() % 40001) - 20000) * 0.005, y = (int(dice() % 40001) - 20000) * 0.005;
            std::string sent = form.write(x, y);
            while (!sent.empty()) {
                const std::size_t some = 1 + dice() % 5;
                reader->feed(std::string_view(sent).substr(0, some));
                sent.erase(0, some);
            }
            const auto shown = reader->shown();
            QVERIFY2(shown, learnt.pattern.c_str());
            QVERIFY2(distance(*shown, {Length::mm(x), Length::mm(y)}) < Length::mm(0.002),
                     qPrintable(QString("%1: %2 %3 read as %4 %5")
                                    .arg(learnt.pattern.c_str())
                                    .arg(x)
                                    .arg(y)
                                    .arg(shown->x.in_mm())
                                    .arg(shown->y.in_mm())));
        }
        QCOMPARE(reader->traffic().other, 0);
        if (!form.letters)
            QVERIFY(learnt.sentence.find("move one slide") != std::string::npos);
    }

    void a_line_begun_before_is_not_read() {
        SerialLine line;
        line.pattern = "{x} {y}";
        LineReader reader = *LineReader::make(line, resolution);
        reader.feed("2.345 6.700\r\n"); // of 12.345 the 1 was missed
        QVERIFY(!reader.shown());
        reader.feed("12.345 6.700\r\n");
        QCOMPARE(reader.shown()->x, Length::mm(12.345));
    }

    void axes_on_the_line_come_as_drawn_and_go_back() {
        for (int i = 0; i < 8; ++i) {
            const AxesOnLine axes{(i & 1) != 0, (i & 2) != 0, (i & 4) != 0};
            const Point at{Length::mm(3.5), Length::mm(-8.25)};
            QCOMPARE(as_drawn_axes(axes, as_on_line(axes, at)), at);
        }
        SerialLine line;
        line.pattern = "X{x} Y{y}";
        line.axes = {true, true, false}; // what comes as Y is X, counted the other way
        LineReader reader = *LineReader::make(line, resolution);
        reader.feed("\nX1.5 Y-4.25\n");
        QCOMPARE(*reader.shown(), (Point{Length::mm(4.25), Length::mm(1.5)}));
    }

    void patterns_that_mean_nothing_are_refused_in_words_data() {
        QTest::addColumn<QString>("pattern");
        QTest::addColumn<QString>("said");
        QTest::newRow("empty") << ""
                               << "No axis";
        QTest::newRow("no names") << "X Y"
                                  << "No axis";
        QTest::newRow("one axis") << "X{x}"
                                  << "one axis";
        QTest::newRow("twice") << "{x} {x} {y}"
                               << "twice";
        QTest::newRow("open") << "X{x Y{y"
                              << "“x Y{y” is not known";
        QTest::newRow("never closed") << "X{x} Y{y"
                                      << "not closed";
        QTest::newRow("closed") << "X{x}} Y{y}"
                                << "not opened";
        QTest::newRow("unknown") << "X{x} Y{z}"
                                 << "“z” is not known";
        QTest::newRow("long") << QString(300, 'a') + "{x} {y}"
                              << "longer";
    }
    void patterns_that_mean_nothing_are_refused_in_words() {
        QFETCH(QString, pattern);
        QFETCH(QString, said);
        if (pattern == "X{x Y{y")
            said = "“x Y{y” is not known";
        const auto read = LinePattern::read(pattern.toStdString());
        QVERIFY(!read);
        const QString sentence = QString::fromStdString(read.error().sentence);
        QVERIFY2(sentence.contains(said) || (pattern == "X{x Y{y" && sentence.contains("not closed")),
                 qPrintable(sentence));
    }

    void what_comes_is_told_in_words() {
        SerialLine line;
        line.port = "/dev/ttyUSB7";
        line.pattern = "X{x} Y{y}";
        LineReader reader = *LineReader::make(line, resolution);
        const auto said = [&](std::int64_t open, std::int64_t byte, std::int64_t figures) {
            return in_words(health_of(reader.traffic(), open, byte, figures), line, reader.traffic());
        };
        QCOMPARE(said(500, 500, 500), std::string()); // it has just been opened
        QVERIFY(said(3000, 3000, 3000).find("Nothing comes over /dev/ttyUSB7. Is") == 0);
        reader.feed(std::string(400, '\xfe'));
        QVERIFY(said(3000, 10, 3000).find("is no text") != std::string::npos);
        for (int i = 0; i < 300; ++i)
            reader.feed("\r\nU1.5 V2.5");
        QVERIFY(said(9000, 10, 9000).find("“U1.5 V2.5”") != std::string::npos);
        reader.feed("\r\nX1.5 Y2.5\r\n");
        QCOMPARE(said(9000, 10, 10), std::string());
        QVERIFY(said(90000, 9000, 9000).find("any more") != std::string::npos);
        line.pattern = "X{x} or Y{y}";
        reader = *LineReader::make(line, resolution);
        reader.feed("\rX1.5\rX1.6\r");
        QVERIFY(!reader.shown());
        QVERIFY(said(9000, 10, 10).find("only one axis") != std::string::npos);
    }

    void a_flood_that_never_ends_takes_no_room() {
        SerialLine line;
        line.pattern = "X{x} Y{y}";
        LineReader reader = *LineReader::make(line, resolution);
        reader.feed("\n");
        for (int i = 0; i < 2000; ++i)
            reader.feed(std::string(1000, '7'));
        QVERIFY(reader.lines().empty());
        QVERIFY(reader.traffic().rubbish > 1'900'000);
        reader.feed("\nX1 Y2\n");
        QCOMPARE(reader.shown()->y, Length::mm(2));
    }

    // A million lines of signs such lines are made of, against patterns that are hard to match.
    void a_million_lines_of_nonsense_are_read() {
        const std::string signs = "XY+-.,:;= 0123456789{}\tmin\"\x02\x03\r";
        std::mt19937 dice(20261202);
        std::vector<LineReader> readers;
        for (const char* pattern :
             {"X{x} Y{y}", "{any}{x}{any}{y}{any}", "{figure} {x},{y} or {y},{x}", "X {x} or Y {y}"}) {
            SerialLine line;
            line.pattern = pattern;
            readers.push_back(*LineReader::make(line, resolution));
        }
        std::int64_t matched = 0;
        std::vector<std::string> some;
#ifdef __SANITIZE_ADDRESS__
        constexpr int lines = 100'000; // under the sanitizers a tenth: they take as many times as long
#else
        constexpr int lines = 1'000'000;
#endif
        for (int i = 0; i < lines; ++i) {
            std::string text;
            const std::size_t length = dice() % (i % 1000 == 0 ? 239 : 18);
            for (std::size_t k = 0; k < length; ++k)
                text.push_back(signs[dice() % signs.size()]);
            readers[std::size_t(i) % readers.size()].feed(text + "\n");
            some.push_back(text);
            if (some.size() == 40) {
                const Learnt learnt = learn_pattern(some);
                QVERIFY(!learnt.sentence.empty());
                if (!learnt.pattern.empty())
                    QVERIFY2(LinePattern::read(learnt.pattern), learnt.pattern.c_str());
                some.clear();
            }
        }
        for (const LineReader& reader : readers) {
            matched += reader.traffic().matched;
            if (const auto shown = reader.shown())
                QVERIFY(std::isfinite(shown->x.in_mm()) && std::isfinite(shown->y.in_mm()));
        }
        QVERIFY2(matched > 10'000, qPrintable(QString::number(matched))); // it was not all refused at once
    }
};

QTEST_APPLESS_MAIN(TestReadoutLines)
#include "test_readout_lines.moc"
