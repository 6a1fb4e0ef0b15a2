// New, open, save, recent files, recovery, sheet and tables, through the window.
#include "formats/job_json.h"
#include "report/sheet.h"
#include "support/window.h"

#include <QFile>
#include <QLabel>
#include <QProcess>
#include <QSettings>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

QByteArray bytes(const QString& path) {
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

} // namespace

class TestFiles : public QObject {
    Q_OBJECT
private slots:
    void save_reopen_compare() {
        Window w;
        w.fill("pitchCircle", "59.7");
        QVERIFY(w.main.isWindowModified());
        w.next_file = w.folder.filePath("mine"); // without an ending
        w.command("saveAs");
        QVERIFY(!w.main.isWindowModified());
        const QString path = w.folder.filePath("mine.clockface.json");
        QCOMPARE(*load_job(path.toStdString()), w.job());
        w.fill("pitchCircle", "60.2");
        w.command("save");
        QVERIFY(same(std::get<CirclePattern>(load_job(path.toStdString())->patterns[0].layout).diameter, mm(60.2)));
        const Job saved = w.job();
        w.command("new");
        QVERIFY(w.job().patterns.empty());
        w.next_file = path;
        w.command("open");
        QCOMPARE(w.job(), saved);
        QVERIFY(!w.document.undo_stack().canUndo());
    }
    void a_bad_file_leaves_the_open_job() {
        Window w;
        w.fill("pitchCircle", "59.7");
        const Job before = w.job();
        QFile bad(w.folder.filePath("bad.json"));
        QVERIFY(bad.open(QIODevice::WriteOnly));
        bad.write("{\"clockface\": \"job\", \"version\": 1");
        bad.close();
        w.next_file = bad.fileName();
        w.command("open");
        QCOMPARE(w.job(), before);
        QVERIFY(w.document.undo_stack().canUndo());
        const QString told = w.find<QLabel>("noticeText")->text();
        QVERIFY2(told.contains("bad.json") && told.contains("end is missing") && told.contains("left as it is"),
                 qPrintable(told));
        QVERIFY(QSettings(w.folder.filePath("settings.ini"), QSettings::IniFormat)
                    .value("recent")
                    .toStringList()
                    .isEmpty());
    }
    void a_place_that_cannot_be_written_is_told() {
        Window w;
        w.fill("pitchCircle", "59.7");
        w.next_file = "/proc/mine.clockface.json";
        w.command("saveAs");
        QVERIFY(w.find<QLabel>("noticeText")->text().contains("could not be saved"));
        QVERIFY(w.document.is_dirty());
        w.next_file.clear(); // thought better of it
        w.command("saveAs");
        QVERIFY(w.document.is_dirty());
    }
    void an_unsaved_job_is_set_aside_and_brought_back() {
        Window w;
        w.fill("pitchCircle", "59.7");
        const Job unsaved = w.job();
        w.command("new");
        QVERIFY(w.find<QLabel>("noticeText")->text().contains("set aside"));
        w.click("noticeFirst");
        QCOMPARE(w.job(), unsaved);
        QVERIFY(w.document.is_dirty());
    }
    void closing_unsaved_is_offered_again() {
        Window w;
        w.fill("pitchCircle", "59.7", false); // still being typed when the window closes
        QVERIFY(w.main.close());
        MainWindow next(w.document, w.seams());
        w.document.new_job();
        next.show();
        next.offer_left_behind();
        auto* text = next.findChild<QLabel*>("noticeText");
        QVERIFY2(text->isVisible() && text->text().contains("Dial-centre flange"), qPrintable(text->text()));
        QTest::mouseClick(next.findChild<QAbstractButton*>("noticeFirst"), Qt::LeftButton);
        QVERIFY(same(std::get<CirclePattern>(w.job().patterns[0].layout).diameter, mm(59.7)));
    }
    void a_killed_program_gives_the_job_back() {
        // The real program: a change is made, its copy is written, the process is killed, the next start offers it.
        QTemporaryDir home;
        const QString data = home.filePath("data");
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        environment.insert("XDG_DATA_HOME", data);
        environment.insert("XDG_CONFIG_HOME", home.filePath("config"));
        environment.insert("QT_QPA_PLATFORM", "offscreen");
        QProcess program;
        program.setProcessEnvironment(environment);
        program.start(QStringLiteral(APP_PROGRAM), {"--demo", "--step", "5"});
        QVERIFY(program.waitForStarted());
        const auto copies = [&] {
            return QDir(data + "/clockface/unsaved").entryList({"*.autosave.json"}, QDir::Files);
        };
        QTRY_VERIFY_WITH_TIMEOUT(!copies().isEmpty(), 15000);
        program.kill();
        program.waitForFinished();
        Window w;
        for (const QString& name : QDir(data + "/clockface/unsaved").entryList(QDir::Files))
            QVERIFY(QFile::copy(data + "/clockface/unsaved/" + name, w.folder.filePath("unsaved/" + name)));
        w.main.offer_left_behind();
        w.click("noticeFirst");
        QCOMPARE(w.document.done(), 5);
    }
    void recent_files() {
        Window w;
        for (const char* name : {"one.json", "two.json"}) {
            w.next_file = w.folder.filePath(name);
            w.command("saveAs");
        }
        const QStringList recent =
            QSettings(w.folder.filePath("settings.ini"), QSettings::IniFormat).value("recent").toStringList();
        QCOMPARE(recent, (QStringList{w.folder.filePath("two.json"), w.folder.filePath("one.json")}));
    }
    void sheet_and_tables() {
        Window w;
        w.next_file = w.folder.filePath("sheet");
        w.command("sheet");
        QVERIFY(QTest::qWaitFor([&] { return QFile::exists(w.folder.filePath("sheet.pdf")); }, 20000));
        const QByteArray pdf = bytes(w.folder.filePath("sheet.pdf"));
        QVERIFY(pdf.startsWith("%PDF-") && pdf.size() > 5000 && pdf.trimmed().endsWith("%%EOF"));
        const QString html = sheet_html(w.document.job(), w.document.whole_plan());
        for (const char* part : {"Dial-centre flange", "+15.375", "worst hole", "Metric mill", "then on to 0.38",
                                 "Clamp the work", "maker"})
            QVERIFY2(html.contains(part), part);
        w.next_file = w.folder.filePath("holes.csv");
        w.command("coordinatesCsv");
        QVERIFY(bytes(w.folder.filePath("holes.csv")).startsWith("hole,x,y"));
        w.next_file = w.folder.filePath("moves.csv");
        w.command("instructionsCsv");
        QCOMPARE(bytes(w.folder.filePath("moves.csv")).count("\r\n"),
                 static_cast<int>(w.document.plan().route.list.size()) + 1);
        w.next_file = "/proc/moves.csv";
        w.command("instructionsCsv");
        QVERIFY(w.find<QLabel>("noticeText")->text().contains("could not be saved"));
    }
    void guidance_goes_away_for_good() {
        Window w;
        QVERIFY(w.find<QLabel>("noticeText")->text().contains("underlined"));
        w.click("noticeFirst");
        w.command("demo-dial-centre-flange");
        QVERIFY(!w.find<QLabel>("noticeText"));
    }
};

CLOCKFACE_WINDOW_MAIN(TestFiles)
#include "test_files.moc"
