// Nothing of anybody's is lost: unsaved jobs, files of the same name, files that somebody else has written to
// meanwhile.
#include "formats/job_json.h"
#include "formats/shop_json.h"
#include "formats/text_file.h"
#include "support/window.h"

#include <QFile>
#include <QLabel>
#include <QProcess>
#include <signal.h>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

struct FilesWindow : Window {
    QString told() {
        auto* label = find<QLabel>("noticeText");
        return label ? label->text() : QString();
    }
    QString unsaved() const { return folder.filePath("unsaved"); }
    QStringList copies() const { return QDir(unsaved()).entryList({"*.autosave.json"}, QDir::Files); }
    double pitch_circle() const { return std::get<CirclePattern>(job().patterns[0].layout).diameter.in_mm(); }
    double pitch_circle_in(const QString& path) const {
        return std::get<CirclePattern>(load_job(path.toStdString())->patterns[0].layout).diameter.in_mm();
    }
};

void write(const QString& path, const QByteArray& bytes) {
    QFile file(path);
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(bytes);
}

Job titled(Job job, const std::string& title) {
    job.title = title;
    return job;
}

} // namespace

class TestLosses : public QObject {
    Q_OBJECT
private slots:
    void bringing_back_sets_the_open_job_aside() {
        FilesWindow w;
        w.fill("pitchCircle", "59.7");
        w.command("new"); // sets the flange aside
        w.main.show_stage(Stage::Blank);
        w.fill("title", "Second thoughts");
        w.click("noticeFirst"); // bring the flange back
        QCOMPARE(w.pitch_circle(), 59.7);
        QVERIFY(w.told().contains("'Second thoughts' was set aside"));
        w.click("noticeFirst");
        QCOMPARE(w.job().title, std::string("Second thoughts"));
        w.click("noticeFirst");
        QCOMPARE(w.pitch_circle(), 59.7); // and there and back as often as one likes
        QCOMPARE(w.copies().size(), 2);
    }
    void a_job_brought_back_is_on_the_disk_all_the_while() {
        FilesWindow w;
        w.fill("pitchCircle", "59.7");
        w.command("new");
        const QStringList before = w.copies();
        QCOMPARE(before.size(), 1);
        w.click("noticeFirst");
        QCOMPARE(w.copies(), before); // taken over, not written again and let go
        w.main.show_stage(Stage::Holes);
        w.fill("pitchCircle", "60.4");
        QTRY_VERIFY(read_text((w.unsaved() + "/" + w.copies()[0]).toStdString()).find("60.4") != std::string::npos);
        QCOMPARE(w.copies(), before);
        w.next_file = w.folder.filePath("saved.json");
        w.command("saveAs");
        QVERIFY(w.copies().isEmpty());
        QVERIFY(QDir(w.unsaved()).entryList(QDir::Files).isEmpty());
    }
    void a_copy_is_in_use_as_long_as_its_lock_is_held() {
        // Process numbers say nothing: this very process's number in the name, and a lock nobody holds.
        FilesWindow w;
        write(w.unsaved() + QStringLiteral("/%1.autosave.json").arg(QCoreApplication::applicationPid()),
              QByteArray::fromStdString(job_to_json(titled(flange(), "From before the power cut"))));
        const QString held = w.unsaved() + "/held.autosave.json";
        write(held, QByteArray::fromStdString(job_to_json(titled(flange(), "Still being written"))));
        auto lock = HeldLock::take((held + ".lock").toStdString());
        QVERIFY(lock);
        w.main.offer_left_behind();
        QVERIFY2(w.told().contains("From before the power cut") && !w.told().contains("more job"),
                 qPrintable(w.told()));
        lock.reset();
        w.main.offer_left_behind();
        QVERIFY2(w.told().contains("1 more job"), qPrintable(w.told()));
    }
    void two_windows_do_not_take_the_same_copy() {
        FilesWindow w;
        write(w.unsaved() + "/old.autosave.json",
              QByteArray::fromStdString(job_to_json(titled(flange(), "Wanted twice"))));
        FilesWindow other;
        Recovery first(other.document, w.unsaved());
        const auto seen = first.left_behind();
        QCOMPARE(seen.size(), 1U);
        w.main.offer_left_behind();
        QVERIFY(w.told().contains("Wanted twice"));
        QVERIFY(first.bring_back(seen[0]));
        w.click("noticeFirst");
        QVERIFY2(w.told().contains("brought back in another window"), qPrintable(w.told()));
        QVERIFY(QFile::exists(seen[0].file));
    }
    void the_newest_is_offered_first_whatever_the_clock_says() {
        FilesWindow w;
        const auto copy = [&](const char* name, int serial, const char* kept, const char* title) {
            write(w.unsaved() + "/" + name,
                  QStringLiteral(
                      "{\"clockface\":\"unsaved\",\"serial\":%1,\"kept\":\"%2\",\"path\":\"\",\"stamp\":\"\"}\n")
                          .arg(serial)
                          .arg(QLatin1String(kept))
                          .toUtf8() +
                      QByteArray::fromStdString(job_to_json(titled(flange(), title))));
        };
        copy("a.autosave.json", 12, "2031-01-01T10:00:00.000Z", "Kept while the clock was wrong");
        copy("b.autosave.json", 13, "2026-05-04T08:30:00.000Z", "Kept last");
        w.main.offer_left_behind();
        QVERIFY2(w.told().contains("'Kept last'"), qPrintable(w.told()));
        const QString time =
            QLocale().toString(QDateTime(QDate(2026, 5, 4), QTime(8, 30), Qt::UTC).toLocalTime(), QLocale::ShortFormat);
        QVERIFY2(w.told().contains(time), qPrintable(w.told()));
        w.click("noticeSecond"); // let it go: the other is offered
        QVERIFY2(w.told().contains("clock was wrong"), qPrintable(w.told()));
        // What is kept from now on is newer than both.
        w.click("noticeFirst");
        w.fill("pitchCircle", "59.7");
        w.command("new");
        Recovery recovery(w.document, w.unsaved());
        QVERIFY(recovery.left_behind().at(0).serial > 12);
    }
    void a_copy_that_cannot_be_read_is_named_and_kept() {
        FilesWindow w;
        write(w.unsaved() + "/torn.autosave.json", "{\"clockface\": \"job\", \"ver");
        w.main.offer_left_behind();
        QVERIFY2(w.told().contains("torn.autosave.json") && w.told().contains("left where it is"),
                 qPrintable(w.told()));
        QVERIFY(QFile::exists(w.unsaved() + "/torn.autosave.json"));
    }
    void an_ending_that_is_added_asks_too() {
        FilesWindow w;
        const QString there = w.folder.filePath("foo.clockface.json");
        write(there, "somebody's");
        w.fill("pitchCircle", "59.7");
        w.next_file = w.folder.filePath("foo"); // the dialog has asked about this name only
        w.command("saveAs");
        QVERIFY2(w.told().contains("There is a file") && w.told().contains("foo.clockface.json"), qPrintable(w.told()));
        QCOMPARE(read_text(there.toStdString()), std::string("somebody's"));
        w.click("noticeSecond");
        QCOMPARE(read_text(there.toStdString()), std::string("somebody's"));
        QVERIFY(w.document.is_dirty());
        w.command("saveAs");
        w.click("noticeFirst");
        QCOMPARE(w.pitch_circle_in(there), 59.7);
        const std::pair<const char*, const char*> exports[] = {{"sheet", ".pdf"},
                                                               {"coordinatesCsv", ".csv"},
                                                               {"instructionsCsv", ".csv"},
                                                               {"dxf", ".dxf"},
                                                               {"template", ".pdf"}};
        for (const auto& [command, ending] : exports) {
            write(w.folder.filePath("foo") + ending, "somebody's");
            w.command(command);
            QVERIFY2(w.told().contains("There is a file"), command);
            QCOMPARE(read_text((w.folder.filePath("foo") + ending).toStdString()), std::string("somebody's"));
        }
    }
    void sheets_of_a_template_are_asked_about() {
        FilesWindow w;
        Job large = w.job();
        large.blank.diameter = {mm(400), std::nullopt}; // more than one sheet
        QVERIFY(w.document.edit("large", large));
        write(w.folder.filePath("t-2.svg"), "somebody's");
        w.next_file = w.folder.filePath("t.svg");
        w.command("template");
        QVERIFY2(w.told().contains("t-2.svg"), qPrintable(w.told()));
        QCOMPARE(read_text(w.folder.filePath("t-2.svg").toStdString()), std::string("somebody's"));
    }
    void a_job_changed_by_another_program_is_noticed() {
        FilesWindow w;
        w.next_file = w.folder.filePath("job.json");
        w.command("saveAs");
        w.fill("pitchCircle", "59.7");
        Job theirs = *load_job(w.next_file.toStdString());
        std::get<CirclePattern>(theirs.patterns[0].layout).diameter = mm(55.5);
        QVERIFY(save_job(theirs, w.next_file.toStdString()));
        w.command("save");
        QVERIFY2(w.told().contains("changed by another program"), qPrintable(w.told()));
        QCOMPARE(w.pitch_circle_in(w.next_file), 55.5);
        QVERIFY(w.document.is_dirty());
        w.click("noticeSecond"); // open what is there: ours is set aside
        QCOMPARE(w.pitch_circle(), 55.5);
        QCOMPARE(w.copies().size(), 1);
        w.click("noticeFirst"); // and brought back
        QCOMPARE(w.pitch_circle(), 59.7);
        w.command("save");
        QVERIFY(w.told().contains("changed by another program"));
        w.click("noticeFirst"); // write over it
        QCOMPARE(w.pitch_circle_in(w.next_file), 59.7);
        w.fill("pitchCircle", "60.1");
        w.command("save"); // our own saving is no change of others
        QCOMPARE(w.pitch_circle_in(w.next_file), 60.1);
    }
    void a_job_that_is_gone_is_saved_again() {
        FilesWindow w;
        w.next_file = w.folder.filePath("job.json");
        w.command("saveAs");
        QVERIFY(QFile::remove(w.next_file));
        w.fill("pitchCircle", "59.7");
        w.command("save");
        QCOMPARE(w.pitch_circle_in(w.next_file), 59.7);
    }
    void a_shop_changed_by_another_program_is_noticed() {
        FilesWindow w;
        const QString path = w.folder.filePath("shops/mine.shop.json");
        Shop mine = w.document.shop();
        mine.machines[0].remark = "first";
        QVERIFY(w.document.edit_shop("first", mine, path));
        Shop theirs = mine;
        theirs.machines[0].remark = "theirs";
        QVERIFY(write_file_atomically(path.toStdString(), shop_to_json(theirs)));
        mine.machines[0].remark = "second";
        QVERIFY(w.document.edit_shop("second", mine, path));
        QVERIFY2(w.told().contains("changed by another program"), qPrintable(w.told()));
        QCOMPARE(load_shop(path.toStdString())->machines[0].remark, std::string("theirs"));
        w.click("noticeSecond"); // take what is there
        QCOMPARE(w.document.shop().machines[0].remark, std::string("theirs"));
        w.document.undo_stack().undo(); // ours again, and it is written: nobody else has been at the file since
        QCOMPARE(w.document.shop().machines[0].remark, std::string("second"));
        QCOMPARE(load_shop(path.toStdString())->machines[0].remark, std::string("second"));
        QVERIFY(write_file_atomically(path.toStdString(), shop_to_json(theirs)));
        mine.machines[0].remark = "third";
        QVERIFY(w.document.edit_shop("third", mine, path));
        w.click("noticeFirst"); // write over it
        QCOMPARE(load_shop(path.toStdString())->machines[0].remark, std::string("third"));
    }
    void another_shop_is_opened_and_never_written_to_unseen() {
        FilesWindow w;
        const QString path = w.folder.filePath("theirs.shop.json");
        Shop theirs = default_shop();
        theirs.name = "The other shop";
        QVERIFY(write_file_atomically(path.toStdString(), shop_to_json(theirs)));
        Shop not_what_is_there = theirs;
        not_what_is_there.name = "Something else";
        QVERIFY(w.document.edit_shop("wrong", not_what_is_there, path));
        QVERIFY(w.told().contains("changed by another program"));
        QCOMPARE(load_shop(path.toStdString())->name, std::string("The other shop"));
    }
    void two_windows_on_one_job_are_noticed() {
        FilesWindow w;
        w.next_file = w.folder.filePath("job.json");
        w.command("saveAs");
        Document other(default_shop());
        MainWindow second(other, w.seams());
        second.show();
        QVERIFY(QFile::link(w.next_file, w.folder.filePath("by-another-name.json")));
        QVERIFY(second.open_file(w.folder.filePath("by-another-name.json")));
        const auto told = [&] { return second.findChild<QLabel*>("noticeText")->text(); };
        QVERIFY2(told().contains("open in another window"), qPrintable(told()));
        w.command("new"); // the first window leaves it
        second.new_job();
        QVERIFY(second.open_file(w.next_file));
        QVERIFY(!second.findChild<QLabel*>("noticeText")->isVisible() || !told().contains("open in another window"));
    }
    void guidance_belongs_to_its_job() {
        FilesWindow w;
        QVERIFY(w.told().contains("finished job to look round in"));
        w.command("new");
        QVERIFY2(!w.told().contains("finished job"), qPrintable(w.told()));
    }
};

CLOCKFACE_WINDOW_MAIN(TestLosses)
#include "test_losses.moc"
