// Files on a real disk: what is written is whole or not there at all, goes nowhere else, and leaves nothing behind.
#include "formats/held_lock.h"
#include "formats/memory_file.h"
#include "formats/text_file.h"
#include "support/jobs.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QProcess>
#include <QTemporaryDir>
#include <fcntl.h>
#include <fstream>
#include <sys/file.h>
#include <sys/resource.h>
#include <sys/socket.h>
#include <sys/stat.h>
#include <sys/un.h>
#include <sys/wait.h>
#include <unistd.h>

using namespace clockface;

namespace {

QStringList names_in(const QTemporaryDir& folder) {
    return QDir(folder.path()).entryList(QDir::AllEntries | QDir::Hidden | QDir::System | QDir::NoDotAndDotDot);
}

std::string path_in(const QTemporaryDir& folder, const QString& name) {
    return folder.filePath(name).toStdString();
}

// As a program that was killed while saving leaves it, so many seconds ago.
void leave_unfinished(const std::string& path, int seconds_ago) {
    std::ofstream(path) << "half of a job";
    timespec times[2] = {};
    times[0].tv_sec = times[1].tv_sec = ::time(nullptr) - seconds_ago;
    QCOMPARE(::utimensat(AT_FDCWD, path.c_str(), times, 0), 0);
}

} // namespace

class TestTextFile : public QObject {
    Q_OBJECT
private slots:
    void a_file_is_written_and_written_over() {
        const QTemporaryDir folder;
        const std::string path = path_in(folder, "job.json");
        QVERIFY(write_file_atomically(path, "one"));
        QCOMPARE(::chmod(path.c_str(), 0640), 0);
        QVERIFY(write_file_atomically(path, "two"));
        QCOMPARE(read_file(path).value(), std::string("two"));
        struct stat status {};
        QCOMPARE(::stat(path.c_str(), &status), 0);
        QCOMPARE(status.st_mode & 0777U, 0640U);
        QCOMPARE(names_in(folder), QStringList{"job.json"});
    }
    void the_longest_name_can_be_saved() {
        const QTemporaryDir folder;
        const QString name(250, QLatin1Char('n'));
        QVERIFY(write_file_atomically(path_in(folder, name), "long"));
        QCOMPARE(names_in(folder), QStringList{name});
        QVERIFY(!write_file_atomically(path_in(folder, QString(256, QLatin1Char('n'))), "too long"));
    }
    void a_link_stays_a_link() {
        const QTemporaryDir folder;
        QVERIFY(write_file_atomically(path_in(folder, "real"), "old"));
        QVERIFY(QFile::link("real", folder.filePath("link")));
        QVERIFY(write_file_atomically(path_in(folder, "link"), "new"));
        QCOMPARE(read_file(path_in(folder, "real")).value(), std::string("new"));
        QVERIFY(QFileInfo(folder.filePath("link")).isSymLink());
        // One whose target is not there yet, over another link, in another folder.
        QVERIFY(QDir(folder.path()).mkdir("far"));
        QVERIFY(QFile::link("far/not-yet", folder.filePath("dangling")));
        QVERIFY(QFile::link("dangling", folder.filePath("again")));
        QVERIFY(write_file_atomically(path_in(folder, "again"), "made"));
        QVERIFY(QFileInfo(folder.filePath("again")).isSymLink() && QFileInfo(folder.filePath("dangling")).isSymLink());
        QCOMPARE(read_file(path_in(folder, "far/not-yet")).value(), std::string("made"));
        QVERIFY(QFile::link("ring", folder.filePath("ring")));
        QVERIFY(!write_file_atomically(path_in(folder, "ring"), "nowhere"));
    }
    void pipes_devices_sockets_and_folders_are_refused() {
        const QTemporaryDir folder;
        const std::string pipe = path_in(folder, "pipe"), socket = path_in(folder, "socket");
        QCOMPARE(::mkfifo(pipe.c_str(), 0600), 0);
        const int made = ::socket(AF_UNIX, SOCK_STREAM, 0);
        sockaddr_un address{};
        address.sun_family = AF_UNIX;
        socket.copy(address.sun_path, sizeof address.sun_path - 1);
        QCOMPARE(::bind(made, reinterpret_cast<const sockaddr*>(&address), sizeof address), 0);
        const QStringList before = names_in(folder);
        for (const std::string& path : {pipe, socket, std::string("/dev/null"), folder.path().toStdString()}) {
            const auto written = write_file_atomically(path, "text");
            QVERIFY2(!written, path.c_str());
            QVERIFY(written.error().sentence.find("could not be saved") != std::string::npos);
        }
        QCOMPARE(names_in(folder), before); // they are there as they were
        ::close(made);
    }
    void nobody_can_put_a_link_in_the_way() {
        // The name written through cannot be known: two runs take two names, and an old one of that kind is not
        // followed.
        const QTemporaryDir folder;
        QVERIFY(write_file_atomically(path_in(folder, "victim"), "precious"));
        QVERIFY(QFile::link("victim", folder.filePath(".clockface-unfinished-0000000000000000")));
        for (int i = 0; i < 20; ++i)
            QVERIFY(write_file_atomically(path_in(folder, "job.json"), "text"));
        QCOMPARE(read_file(path_in(folder, "victim")).value(), std::string("precious"));
    }
    void what_a_killed_program_left_is_cleared_away() {
        const QTemporaryDir folder;
        const std::string old = path_in(folder, ".clockface-unfinished-old"),
                          held = path_in(folder, ".clockface-unfinished-held"),
                          fresh = path_in(folder, ".clockface-unfinished-fresh"),
                          other = path_in(folder, ".clockface-notes");
        leave_unfinished(old, 600);
        leave_unfinished(held, 600);
        leave_unfinished(fresh, 1);
        leave_unfinished(other, 600);
        const int busy = ::open(held.c_str(), O_RDONLY); // a program that is slow to save, not dead
        QCOMPARE(::flock(busy, LOCK_EX), 0);
        QVERIFY(write_file_atomically(path_in(folder, "job.json"), "text"));
        QCOMPARE(names_in(folder).size(), 4);
        QVERIFY(!QFile::exists(QString::fromStdString(old)));
        ::close(busy);
        QVERIFY(write_file_atomically(path_in(folder, "job.json"), "text"));
        QVERIFY(!QFile::exists(QString::fromStdString(held)));
        QVERIFY(QFile::exists(QString::fromStdString(fresh)) && QFile::exists(QString::fromStdString(other)));
    }
    void a_failure_leaves_the_old_file_and_nothing_else() {
        const QTemporaryDir folder;
        const std::string path = path_in(folder, "job.json");
        QVERIFY(write_file_atomically(path, "old"));
        rlimit_of_file_size([&] {
            const auto written = write_file_atomically(path, std::string(100'000, 'x'));
            return !written && read_file(path).value() == "old";
        });
        QCOMPARE(names_in(folder), QStringList{"job.json"});
    }
    void a_lock_is_held_until_its_holder_ends() {
        const QTemporaryDir folder;
        const std::string path = path_in(folder, "lock");
        QVERIFY(!HeldLock::is_held(path));
        {
            const auto lock = HeldLock::take(path);
            QVERIFY(lock && HeldLock::is_held(path));
            QVERIFY(!HeldLock::take(path));
        }
        QVERIFY(!HeldLock::is_held(path)); // the file is still there, and means nothing
        QVERIFY(QFile::exists(QString::fromStdString(path)));
        // Another process, killed without a word.
        int told[2];
        QCOMPARE(::pipe(told), 0);
        const pid_t child = ::fork();
        if (child == 0) {
            const auto lock = HeldLock::take(path);
            (void)!::write(told[1], lock ? "y" : "n", 1);
            ::pause();
        }
        char answer = 0;
        QCOMPARE(::read(told[0], &answer, 1), 1);
        QCOMPARE(answer, 'y');
        QVERIFY(HeldLock::is_held(path) && !HeldLock::take(path));
        ::kill(child, SIGKILL);
        ::waitpid(child, nullptr, 0);
        QVERIFY(!HeldLock::is_held(path) && HeldLock::take(path));
    }
    void a_file_in_memory() {
        const MemoryFile file;
        std::ofstream(file.path()) << std::string(200'000, 'm') << "end";
        QCOMPARE(file.content().value().size(), 200'003U);
        QVERIFY(file.content()->ends_with("mend"));
    }

private:
    // In a process of its own that may not write files longer than 4 KB, as on a disk that is full.
    static void rlimit_of_file_size(const std::function<bool()>& passes);
};

void TestTextFile::rlimit_of_file_size(const std::function<bool()>& passes) {
    const pid_t child = ::fork();
    if (child == 0) {
        const rlimit four_kb{4096, 4096};
        ::setrlimit(RLIMIT_FSIZE, &four_kb);
        ::signal(SIGXFSZ, SIG_IGN);
        ::_exit(passes() ? 0 : 1);
    }
    int status = 0;
    ::waitpid(child, &status, 0);
    QVERIFY(WIFEXITED(status));
    QCOMPARE(WEXITSTATUS(status), 0);
}

QTEST_GUILESS_MAIN(TestTextFile)
#include "test_text_file.moc"
