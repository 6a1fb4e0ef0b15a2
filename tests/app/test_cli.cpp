// clockface-cli as a person calls it.
#include "formats/shop_json.h"
#include "support/jobs.h"

#include <QDir>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <nlohmann/json.hpp>
#include <set>
#include <tuple>

using namespace clockface;
using namespace clockface::testing;

namespace {

struct Ran {
    int code;
    QString out, err;
};

Ran run(const QStringList& arguments) {
    QProcess process;
    process.start(QStringLiteral(CLI_PROGRAM), arguments);
    process.waitForFinished();
    return {process.exitCode(), QString::fromUtf8(process.readAllStandardOutput()),
            QString::fromUtf8(process.readAllStandardError())};
}

const QString demo = QStringLiteral(SOURCE_FOLDER "/demo/dial-centre-flange.clockface.json");

} // namespace

class TestCli : public QObject {
    Q_OBJECT
private slots:
    void numbers() {
        const Ran mixed = run({"number", "12-1/2", "--unit", "in"});
        QCOMPARE(mixed.code, 0);
        QVERIFY(mixed.out.contains("317.5 mm = 12.5 in"));
        QVERIFY(mixed.out.contains("read as 12 and 1/2"));
        const Ran bad = run({"number", "3//4"});
        QCOMPARE(bad.code, 2);
        QVERIFY(bad.err.contains("3//4") && bad.err.contains("One sign too many"));
    }
    void plan_in_every_form() {
        const Ran text = run({"plan", demo, "--machine", "Readout mill"});
        QCOMPARE(text.code, 0);
        QVERIFY(text.out.contains("Go to A1: X +15.375, Y +26.630."));
        QVERIFY(text.out.contains("worst hole"));
        const Ran json = run({"plan", demo, "--as", "json"});
        const auto document = nlohmann::json::parse(json.out.toStdString())["setups"][0];
        QCOMPARE(document["holes"].size(), 17U);
        QCOMPARE(document["holding"]["in"].get<std::string>(), std::string()); // a disc is clamped on the table
        QCOMPARE(document["holding"]["beneath"].size(), 17U);
        QCOMPARE(document["holding"]["beneath"][0]["meets"].get<std::string>(), std::string("free")); // A1 is blind
        // Half a line of 0.02 in X and Y, and what reading and halving leaves of zero, a quarter of a line: 0.0212.
        QVERIFY(document["proof"]["worst"]["miss"] < 0.0213);
        QVERIFY(std::abs(document["holes"][2]["x"].get<double>() - 22.541) < 0.0005);
        QVERIFY(run({"plan", demo, "--as", "csv"}).out.startsWith("step,hole,device"));
        QVERIFY(run({"plan", demo, "--as", "coordinates"}).out.contains("\r\nA1,15.3"));
    }
    void cutters_as_text_and_json() {
        const QString block = QStringLiteral(SOURCE_FOLDER "/demo/fly-bearing-block.clockface.json");
        const Ran text = run({"cutters", block});
        QCOMPARE(text.code, 0);
        QVERIFY(text.out.indexOf("#2 centre drill") < text.out.indexOf("M6 taper tap"));
        QVERIFY(text.out.contains("A1 to A4  M5, 12.5 mm deep"));
        QVERIFY(text.out.contains("There is no 4.2 mm drill, which gives 77 percent of thread."));
        const auto json = nlohmann::json::parse(run({"cutters", block, "--as", "json"}).out.toStdString());
        QCOMPARE(json["fetch"].size(), 14U); // with the drill of the oil hole in the front
        QCOMPARE(json["chains"].size(), 5U);
        const auto& drill = json["chains"][0]["steps"][1];
        QCOMPARE(drill["cutter"].get<std::string>(), std::string("4.3 mm drill"));
        QVERIFY(std::abs(drill["full"].get<double>() - 17.3) < 1e-9); // 12.5 + 6 x 0.8
        QVERIFY(drill["why"]["depth"].get<std::string>().find("17.3 mm at full diameter") != std::string::npos);
        // On the drill press the same holes turn at its own steps.
        const auto press = nlohmann::json::parse(
            run({"cutters", block, "--machine", "Drill press", "--as", "json"}).out.toStdString());
        const double rpm = press["chains"][0]["steps"][1]["turns_a_minute"].get<double>();
        QVERIFY(rpm == 1650.0); // 25 m/min at 4.3: 1850
        QCOMPARE(run({"cutters", "no such file"}).code, 2);
    }
    void survey_as_text_and_json() {
        const QString bracket = QStringLiteral(SOURCE_FOLDER "/demo/bell-crank-bracket.clockface.json");
        const Ran text = run({"survey", bracket});
        QCOMPARE(text.code, 0);
        QVERIFY(text.out.contains("Reading 21 (H5 and H8) does not fit and was set aside."));
        QVERIFY(text.out.contains("between the near sides (inside)"));
        QVERIFY(text.out.contains("47 mm circle"));
        QVERIFY(text.out.contains("Next reading:"));
        QVERIFY(text.out.contains("go together"));
        const auto document = nlohmann::json::parse(run({"survey", bracket, "--as", "json"}).out.toStdString());
        QCOMPARE(document["holes"].size(), 9U);
        // H5 stands 58.4 right of H1 and 4.2 above it, as the bracket was made up.
        QVERIFY(std::abs(document["holes"][4]["x"].get<double>() - 58.4) < 0.1);
        QVERIFY(std::abs(document["holes"][4]["y"].get<double>() - 4.2) < 0.1);
        QVERIFY(document["readings"][20].contains("doubt"));
        QVERIFY(document["bolting_up"]["share"] > 0.99);

        QTemporaryDir folder;
        const auto file = [&](const char* name, const char* content) {
            QFile out(folder.filePath(name));
            (void)out.open(QIODevice::WriteOnly);
            out.write(content);
            return folder.filePath(name);
        };
        const Ran lines = run({"survey", file("part.txt", "hole A 6 at 0 0\nhole B 6 at 40 3\noutside A B 46\n")});
        QCOMPARE(lines.code, 0);
        QVERIFY(lines.out.contains("+40.00 "));
        for (const char* slip : {"three_contradict.txt", "five_one_slip.txt"})
            QCOMPARE(run({"survey", QStringLiteral(SOURCE_FOLDER "/tests/broken/") + slip}).code, 1);
        const Ran open = run({"survey", file("open.txt", "hole A 6 at 0 0\nhole B 6 at 40 3\n")});
        QCOMPARE(open.code, 1);
        QVERIFY(open.out.contains("B has no reading yet."));
        const Ran bad = run({"survey", file("bad.txt", "hole A 6 at 0 0\noutside A C 46\n")});
        QCOMPARE(bad.code, 2);
        QVERIFY2(bad.err.contains("line 2") && bad.err.contains("'C'"), qPrintable(bad.err));
        QCOMPARE(run({"survey", file("none.txt", "\n")}).code, 2);
        QCOMPARE(run({"survey", folder.filePath("not-there")}).code, 2);
        QCOMPARE(run({"survey", demo}).code, 2); // a job without an old part
    }
    void check_tells_by_its_code() {
        QCOMPARE(run({"check", demo}).code, 0);
        QTemporaryDir folder;
        QFile spoilt(folder.filePath("spoilt.json"));
        QVERIFY(spoilt.open(QIODevice::WriteOnly));
        spoilt.write(QByteArray::fromStdString(read_text(demo.toStdString()))
                         .replace("\"holes_called_for\": 17", "\"holes_called_for\": 16"));
        spoilt.close();
        const Ran stopped = run({"check", spoilt.fileName()});
        QCOMPARE(stopped.code, 1);
        QVERIFY(stopped.out.startsWith("stop: The drawing calls for 16 holes, the plan makes 17."));
        const auto findings =
            nlohmann::json::parse(run({"check", spoilt.fileName(), "--as", "json"}).out.toStdString());
        QCOMPARE(findings[0]["kind"].get<std::string>(), std::string("count-differs"));
    }
    void orders_and_machines_are_compared() {
        const Ran ran = run({"order", demo});
        QCOMPARE(ran.code, 0);
        QVERIFY(ran.out.contains("each cutter through all its holes (advised)"));
        QVERIFY(ran.out.contains("in 100 bolt up"));
        const auto order =
            nlohmann::json::parse(run({"order", demo, "--machine", "Drill press", "--as", "json"}).out.toStdString());
        QCOMPARE(order["setups"][0]["machine"].get<std::string>(), std::string("Drill press"));
        QCOMPARE(run({"order", demo, "--machine", "Loom"}).code, 2);
        QCOMPARE(run({"order", "nothing.json"}).code, 2);
    }
    void a_shop_of_ones_own() {
        QTemporaryDir folder;
        Shop shop = default_shop();
        shop.machines[0].name = "Bench drill";
        shop.machines[0].id = "bench-drill";
        std::get<Handwheels>(shop.machines[0].kind).x.lines = 250; // lines of 0.01 mm
        QFile file(folder.filePath("shop.json"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(QByteArray::fromStdString(shop_to_json(shop)));
        file.close();
        const Ran ran = run({"plan", demo, "--shop", file.fileName(), "--machine", "Bench drill"});
        QCOMPARE(ran.code, 0);
        QVERIFY(ran.out.contains("X handwheel: clockwise, 4 turns, then on to 1.01."));
        // C5 at 6.0076 in hundredths is 601 lines, two turns of 250 and 101; in lines of 0.02 it was 1.00
        QVERIFY(ran.out.contains("on Bench drill (X 2.5 mm a turn, 250 lines of 0.01 mm"));
        // Without that machine the job's own is asked for: it is not in this shop, and that is said.
        const Ran other = run({"check", demo, "--shop", file.fileName()});
        QCOMPARE(other.code, 0);
        QVERIFY(other.out.contains(
            "check: The job asks for 'Metric mill', which this shop does not have; Bench drill is used."));
        // A machine that only has another name is still the one the job means.
        shop.machines[0].id = "metric-mill";
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(QByteArray::fromStdString(shop_to_json(shop)));
        file.close();
        const Ran renamed = run({"check", demo, "--shop", file.fileName()});
        QVERIFY(!renamed.out.contains("does not have"));
    }
    void every_machine_plans_the_demo_in_every_form() {
        for (const Machine& machine : default_shop().machines)
            for (const char* form : {"text", "json", "csv", "coordinates"}) {
                const Ran ran = run({"plan", demo, "--machine", QString::fromStdString(machine.name), "--as", form});
                QCOMPARE(ran.code, 0);
                QVERIFY(ran.err.isEmpty() && ran.out.size() > 500);
                if (QByteArray(form) == "json") {
                    const auto plan = nlohmann::json::parse(ran.out.toStdString())["setups"][0];
                    QVERIFY(plan["proof"]["complaints"].empty());
                    // Every landing is where the worst one says or nearer, and every hole has one.
                    std::set<std::string> landed;
                    for (const auto& landing : plan["proof"]["landings"]) {
                        landed.insert(landing["hole"].get<std::string>());
                        QVERIFY(landing["miss"].get<double>() <= plan["proof"]["worst"]["miss"].get<double>());
                    }
                    QCOMPARE(landed.size(), 17U);
                }
            }
    }
    void the_window_program_says_when_a_picture_cannot_be_saved() {
        QProcess program;
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        environment.insert("QT_QPA_PLATFORM", "offscreen");
        program.setProcessEnvironment(environment);
        program.start(QStringLiteral(APP_PROGRAM), {"--demo", "--shot", "/no/such/folder/picture.png"});
        QVERIFY(program.waitForFinished(20000));
        QCOMPARE(program.exitCode(), 1);
        QVERIFY(program.readAllStandardError().contains("could not be saved"));
        QTemporaryDir folder;
        program.start(QStringLiteral(APP_PROGRAM),
                      {"--demo", "--stage", "order", "--shot", folder.filePath("picture.png")});
        QVERIFY(program.waitForFinished(20000));
        QCOMPARE(program.exitCode(), 0);
        QFile picture(folder.filePath("picture.png"));
        QVERIFY(picture.open(QIODevice::ReadOnly) && picture.read(4) == QByteArray("\x89PNG"));
    }
    void an_answer_that_does_not_get_through_is_told() {
        for (const QStringList& arguments :
             {QStringList{"plan", demo}, {"check", demo}, {"cutters", demo, "--as", "json"}}) {
            QProcess process;
            process.setStandardOutputFile(QStringLiteral("/dev/full"));
            process.start(QStringLiteral(CLI_PROGRAM), arguments);
            QVERIFY(process.waitForFinished());
            QCOMPARE(process.exitCode(), 2);
            QVERIFY(process.readAllStandardError().contains("could not be written"));
        }
    }
    void too_much_is_refused_at_once() {
        // What took minutes once; a person waits for the sentence.
        QTemporaryDir folder;
        const auto file = [&](const char* name, const QByteArray& line, int times, const QByteArray& head = {}) {
            QFile made(folder.filePath(QLatin1String(name)));
            (void)made.open(QIODevice::WriteOnly);
            made.write(head);
            for (int i = 0; i < times; ++i)
                made.write(QByteArray(line).replace("%", QByteArray::number(i)));
            return made.fileName();
        };
        const QString holes = file("holes.txt", "hole H% 4 at % 0\n", 100'000);
        const QString readings =
            file("readings.txt", "centres H1 H2 50\n", 1'000'000, "hole H1 4 at 0 0\nhole H2 4 at 50 0\n");
        for (const QString& part : {holes, readings}) {
            const Ran ran = run({"survey", part});
            QCOMPARE(ran.code, 2);
            QVERIFY2(ran.err.contains("are more than the"), qPrintable(ran.err));
        }
        Shop shop = default_shop();
        while (shop.machines.size() < 2000) {
            shop.machines.push_back(shop.machines.front());
            shop.machines.back().name = "Mill " + std::to_string(shop.machines.size());
        }
        const QString many = file("many.shop.json", QByteArray::fromStdString(shop_to_json(shop)), 1);
        const Ran ran = run({"order", demo, "--shop", many});
        QCOMPARE(ran.code, 2);
        QVERIFY2(ran.err.contains("Up to 40 would do"), qPrintable(ran.err));
        QCOMPARE(run({"number", QString(100'000, QLatin1Char('-'))}).code, 2);
    }
    void help_and_version_need_no_display() {
        QProcessEnvironment bare = QProcessEnvironment::systemEnvironment();
        for (const char* name : {"DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM"})
            bare.remove(QLatin1String(name));
        for (const auto& [option, code, says] : {std::tuple("--help", 0, "--machine"),
                                                 {"-h", 0, "--machine"},
                                                 {"--version", 0, "clockface "},
                                                 {"-v", 0, "clockface "},
                                                 {"--demo", 1, "needs a display"}}) {
            QProcess program;
            program.setProcessEnvironment(bare);
            program.start(QStringLiteral(APP_PROGRAM), {QLatin1String(option)});
            QVERIFY(program.waitForFinished());
            QCOMPARE(program.exitStatus(), QProcess::NormalExit);
            QCOMPARE(program.exitCode(), code);
            const QByteArray said = program.readAllStandardOutput() + program.readAllStandardError();
            QVERIFY2(said.contains(says), said.constData());
        }
    }
    void a_picture_leaves_and_takes_nothing() {
        QTemporaryDir folder;
        const QString temp = folder.filePath("tmp");
        QVERIFY(QDir().mkpath(temp + "/clockface-shot-1/unsaved"));
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        environment.insert("TMPDIR", temp);
        environment.insert("QT_QPA_PLATFORM", "offscreen");
        QProcess program;
        program.setProcessEnvironment(environment);
        program.start(QStringLiteral(APP_PROGRAM), {"--demo", "--shot", folder.filePath("picture.png")});
        QVERIFY(program.waitForFinished(20000));
        QCOMPARE(program.exitCode(), 0);
        QCOMPARE(QDir(temp).entryList({"*lockface*"}, QDir::AllEntries | QDir::NoDotAndDotDot),
                 QStringList{"clockface-shot-1"});
        QVERIFY(QDir(temp + "/clockface-shot-1/unsaved").exists());
    }
    void refusals_data() {
        QTest::addColumn<QStringList>("arguments");
        QTest::addColumn<QString>("says");
        QTest::newRow("no such file") << QStringList{"plan", "/no/such.json"} << "no such file";
        QTest::newRow("no such machine") << QStringList{"plan", demo, "--machine", "Jig borer"} << "Metric mill";
        QTest::newRow("not a job") << QStringList{"check", QStringLiteral(SOURCE_FOLDER "/README.md")} << "README.md";
        QTest::newRow("no such form") << QStringList{"plan", demo, "--as", "xml"} << "--as";
        QTest::newRow("nothing asked") << QStringList{} << "subcommand";
        QTest::newRow("shop file missing") << QStringList{"plan", demo, "--shop", "/no/shop.json"} << "/no/shop.json";
    }
    void refusals() {
        QFETCH(QStringList, arguments);
        QFETCH(QString, says);
        const Ran ran = run(arguments);
        QCOMPARE(ran.code, 2);
        QVERIFY2(ran.err.contains(says), qPrintable(ran.err));
        QVERIFY(ran.out.isEmpty());
    }
};

QTEST_GUILESS_MAIN(TestCli)
#include "test_cli.moc"
