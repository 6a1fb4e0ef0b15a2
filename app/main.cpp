// Clockface: the window.
#include "bench/batch_walk.h"
#include "bench/bench_view.h"
#include "document/beside.h"
#include "formats/shop_json.h"
#include "look/look.h"
#include "look/tongue.h"
#include "shell/first_paint.h"
#include "shell/main_window.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QElapsedTimer>
#include <QFile>
#include <QFileInfo>
#include <QScrollArea>
#include <QScrollBar>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTimer>
#include <cstdio>
#include <optional>
#include <string_view>

namespace {

using namespace clockface;
using namespace clockface::app;

struct Wishes {
    QString job, shot, stage, machine, shop, hole, part, shop_page, backlash, page, readout_way, table_way;
    QSize size; // empty: as it was left, or what fits the screen
    int step = -1, move = -1, piece = 1;
    bool scroll = false, where = false, lost_zero = false, practice = false, demo = false, night = false,
         time_start = false;
};

void describe(QCommandLineParser& parser) {
    parser.setApplicationDescription(QStringLiteral("From a drawing's hole circle to the last hole at the machine."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument("job", "A job file to open, or a table (CSV) or drawing (DXF) of holes.");
    parser.addOptions(
        {{"demo", "Open the demo job."},
         {"shot", "Save a picture of the window as PNG and end.", "file"},
         {"stage", "Show this stage: blank, holes, cutters, fetch, order or bench.", "stage"},
         {"machine", "Work on this machine.", "name"},
         {"step", "Show this move of the Bench.", "number"},
         {"where", "With the Bench stage: show where the piece stands."},
         {"lost-zero", "With the Bench stage: show how a lost zero is found again."},
         {"practice", "Show the set-up as it is practised without metal."},
         {"page",
          "With the Order stage: list, compare, proof or setup; with the Proof stage: measure, verdict, hole or bolts.",
          "page"},
         {"move", "With the Order stage: choose this move of the list.", "number"},
         {"readout-way", "Use the readout so: zero, hole or routines.", "way"},
         {"table-way", "Set a rotary table by: dial or plates.", "way"},
         {"scroll", "Scroll the slip to its end."},
         {"hole", "Select this hole.", "name"},
         {"piece", "Work on the piece of this number.", "number"},
         {"shop", "Use this shop file.", "file"},
         {"part", "Show the old part: readings, holes, copy or marks.", "page"},
         {"shop-page", "Show the shop: drawer, singles, taps, cutting, kit, shops or a machine.", "page"},
         {"backlash", "With the page of a machine: open the test of this axis.", "axis"},
         {"size", "Size of the window, such as 1280x800.", "size"},
         {"night", "Night colours."},
         {"time-start", "Print the milliseconds to the first painted window, and those of the processor, and end."}});
}

// What can be answered on any terminal is, before a display is asked for.
bool answered_without_display(int argc, char** argv) {
    const bool asked = std::any_of(argv + 1, argv + argc, [](const std::string_view word) {
        return word == "-h" || word == "--help" || word == "--help-all" || word == "-v" || word == "--version";
    });
    if (!asked)
        return false;
    QCoreApplication application(argc, argv);
    QCoreApplication::setApplicationName(QStringLiteral("clockface"));
    QCoreApplication::setApplicationVersion(QStringLiteral(CLOCKFACE_VERSION));
    QCommandLineParser parser;
    describe(parser);
    parser.parse(application.arguments());
    std::puts(qPrintable(parser.isSet("version") ? QStringLiteral("clockface " CLOCKFACE_VERSION)
                                                 : parser.helpText().trimmed()));
    return true;
}

// Qt ends the program when it finds no display; a sentence helps more.
bool there_is_a_display(int argc, char** argv) {
    const bool named =
        std::any_of(argv + 1, argv + argc, [](const std::string_view word) { return word == "-platform"; });
    return named || qEnvironmentVariableIsSet("QT_QPA_PLATFORM") || !qEnvironmentVariableIsEmpty("DISPLAY") ||
           !qEnvironmentVariableIsEmpty("WAYLAND_DISPLAY");
}

Wishes read_wishes(const QApplication& application) {
    QCommandLineParser parser;
    describe(parser);
    parser.process(application);
    Wishes wishes;
    wishes.job = parser.positionalArguments().value(0);
    wishes.shot = parser.value("shot");
    wishes.stage = parser.value("stage");
    wishes.machine = parser.value("machine");
    wishes.shop = parser.value("shop");
    wishes.hole = parser.value("hole");
    wishes.piece = std::max(parser.value("piece").toInt(), 1);
    wishes.part = parser.value("part");
    wishes.shop_page = parser.value("shop-page");
    wishes.backlash = parser.value("backlash");
    wishes.page = parser.value("page");
    wishes.readout_way = parser.value("readout-way");
    wishes.table_way = parser.value("table-way");
    wishes.scroll = parser.isSet("scroll");
    wishes.where = parser.isSet("where");
    wishes.lost_zero = parser.isSet("lost-zero");
    wishes.practice = parser.isSet("practice");
    if (parser.isSet("move"))
        wishes.move = parser.value("move").toInt();
    if (parser.isSet("step"))
        wishes.step = parser.value("step").toInt();
    const QStringList size =
        ((parser.isSet("shot") || parser.isSet("time-start")) && !parser.isSet("size") ? QStringLiteral("1280x800")
                                                                                       : parser.value("size"))
            .split(QLatin1Char('x'));
    if (size.size() == 2)
        wishes.size = QSize(std::clamp(size[0].toInt(), 1024, 8000), std::clamp(size[1].toInt(), 700, 8000));
    wishes.demo = parser.isSet("demo");
    wishes.night = parser.isSet("night");
    wishes.time_start = parser.isSet("time-start");
    return wishes;
}

// So many moves and loads of all pieces together.
void batch_done(Document& document, int steps) {
    const auto parts = parts_to_load(document.job(), document.plan());
    if (!parts)
        return;
    const BatchPlan batch = fewest_settings(*parts);
    for (int i = 0; i < steps; ++i) {
        const Job& job = document.job();
        const BatchWalk walk = batch_walk(job, document.shop(), document.plan(), batch);
        const BatchState state = batch_state(job, document.shop(), walk);
        document.keep_pieces(
            with_batch_done(job, state, document.time_of_work(state.load ? state.load->piece : all_pieces)));
    }
}

void show_wishes(const Wishes& wishes, Document& document, MainWindow& window) {
    if (wishes.night)
        window.set_night(true);
    Job next = document.settled();
    if (!wishes.machine.isEmpty())
        at_hand(next).machine = MachineRef(wishes.machine.toStdString());
    for (const auto& [word, way] :
         {std::pair{"zero", ReadoutWay::FromZero}, std::pair{"hole", ReadoutWay::FromEachHole},
          std::pair{"routines", ReadoutWay::Routines}})
        if (wishes.readout_way == QLatin1String(word))
            at_hand(next).order.readout = way;
    for (const auto& [word, way] : {std::pair{"dial", TableWay::Dial}, std::pair{"plates", TableWay::Plates}})
        if (wishes.table_way == QLatin1String(word))
            at_hand(next).order.table = way;
    (void)document.edit(QStringLiteral("machine"), next);
    if (wishes.piece > 1 && wishes.piece <= next.pieces)
        document.choose_piece(wishes.piece);
    for (const Hole& hole : document.plan().holes)
        if (hole.name == wishes.hole.toStdString())
            window.selection().select(document.job().patterns[hole.pattern].name, hole.name);
    if (wishes.step >= 0 && at_hand(document.job()).holding.batch.together)
        batch_done(document, wishes.step);
    else if (wishes.step >= 0)
        document.set_done(std::min(wishes.step, static_cast<int>(document.plan().route.list.size())));
    if (const auto stage = stage_of(wishes.stage))
        window.show_stage(*stage);
    if (auto* bench = window.findChild<BenchView*>(); bench && wishes.where)
        bench->show_where(true);
    else if (bench && wishes.lost_zero)
        bench->show_lost_zero(true);
    if (wishes.practice)
        window.show_practice();
    if (!wishes.page.isEmpty())
        (void)(wishes.stage == QLatin1String("proof") ? window.show_proof_page(wishes.page)
                                                      : window.show_order_page(wishes.page));
    if (wishes.move >= 0)
        window.choose_move(wishes.move);
    if (wishes.stage == QLatin1String("fetch"))
        window.show_fetch();
    if (!wishes.shop_page.isEmpty())
        (void)window.show_shop(wishes.shop_page);
    if (!wishes.backlash.isEmpty())
        window.open_backlash_test(wishes.backlash);
    if (!wishes.part.isEmpty())
        (void)window.show_old_part_page(wishes.part);
}

} // namespace

int main(int argc, char** argv) {
    if (answered_without_display(argc, argv))
        return 0;
    if (!there_is_a_display(argc, argv)) {
        std::fputs("Clockface needs a display, and there is none here. Without one clockface-cli does.\n", stderr);
        return 1;
    }
    QElapsedTimer since_start;
    since_start.start();
    use_own_font_rules();
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("clockface"));
    QApplication::setApplicationVersion(QStringLiteral(CLOCKFACE_VERSION));
    QApplication::setApplicationDisplayName(QStringLiteral("Clockface"));
    QApplication::setStyle(QStringLiteral("Fusion"));
    QApplication::setWindowIcon(QIcon(QStringLiteral(":/clockface.svg")));
    if (qEnvironmentVariable("CLOCKFACE_WORDS") == QLatin1String("marked"))
        speak_marked_english();
    if (!load_fonts())
        std::fputs("The built-in type could not be read; another one is used.\n", stderr);
    QApplication::setFont(type(11));
    const Wishes wishes = read_wishes(application);

    Seams seams = Seams::real();
    // A picture must not depend on, or change, what the user has set: it has a folder of its own, which goes with it.
    std::optional<QTemporaryDir> apart;
    if (!wishes.shot.isEmpty()) {
        apart.emplace();
        seams.settings_file = apart->filePath(QStringLiteral("settings.ini"));
        seams.recovery_folder = apart->filePath(QStringLiteral("unsaved"));
        seams.shop_folder = apart->filePath(QStringLiteral("shops"));
    }
    // The shop is a file the user may edit; a faulty one is said, and the made-up shop is used.
    const QString own_shop =
        QStandardPaths::writableLocation(QStandardPaths::AppConfigLocation) + QStringLiteral("/shop.json");
    const QString last = wishes.shot.isEmpty() ? ShopStore::last_used(seams.settings_file) : QString();
    QString shop_path;
    if (!wishes.shop.isEmpty())
        shop_path = wishes.shop;
    else if (!last.isEmpty())
        shop_path = last;
    else if (QFile::exists(own_shop) && wishes.shot.isEmpty())
        shop_path = own_shop;
    Result<Shop> shop = shop_path.isEmpty() ? Result<Shop>(default_shop()) : load_shop(shop_path.toStdString());

    int ended = 0;
    {
        Document document(shop ? *shop : default_shop(), shop ? shop_path : QString());
        MainWindow window(document, seams);
        if (wishes.size.isEmpty())
            window.take_place();
        else
            window.resize(wishes.size);
        // A table or a drawing begins a new job with its holes; anything else is a job file.
        const QString kind = QFileInfo(wishes.job).suffix().toLower();
        const bool holes = kind == QLatin1String("csv") || kind == QLatin1String("txt") || kind == QLatin1String("dxf");
        const bool opened =
            !wishes.job.isEmpty() && (holes ? window.import_holes(wishes.job) : window.open_file(wishes.job));
        if (!opened && (wishes.demo || wishes.job.isEmpty()))
            window.show_demo();
        if (!shop)
            window.tell(QStringLiteral("%1 The made-up shop is used until this is mended.")
                            .arg(QString::fromStdString(shop.error().text())));
        else if (wishes.shot.isEmpty() && (opened || wishes.job.isEmpty())) {
            window.offer_left_behind(); // but not over the sentence why a file could not be opened
            window.offer_interview();
        }
        if (!wishes.shot.isEmpty())
            if (auto* understood = window.findChild<QWidget*>(QStringLiteral("notice")))
                understood->hide();
        show_wishes(wishes, document, window);
        window.show();
        if (wishes.time_start) {
            print_first_paint(window, since_start);
            return 0;
        }
        if (!wishes.shot.isEmpty()) {
            constexpr int settle_ms = 400;
            QTimer::singleShot(settle_ms, &window, [&] {
                beside_the_window().waitForDone(); // a picture shows the answer, not the waiting for it
                QApplication::processEvents();
                if (wishes.scroll)
                    for (auto* slip : window.findChildren<QScrollArea*>(QStringLiteral("slipScroll")))
                        slip->verticalScrollBar()->setValue(slip->verticalScrollBar()->maximum());
                if (!window.grab().save(wishes.shot)) {
                    std::fprintf(stderr, "The picture could not be saved to %s.\n", qPrintable(wishes.shot));
                    QApplication::exit(1);
                    return;
                }
                QApplication::exit(0);
            });
        }
        ended = QApplication::exec();
    }
    return ended;
}
