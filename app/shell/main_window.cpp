#include "shell/main_window.h"

#include "cutters/cutters_slip.h"
#include "look/plain_text.h"
#include "look/words.h"

#include "formats/job_json.h"
#include "formats/text_file.h"
#include "measure/figures.h"
#include "part/part_slip.h"
#include "practice/practice_view.h"
#include "proof/proof_slip.h"
#include "shell/file_names.h"
#include "shop/shop_view.h"
#include "slips/import_slip.h"

#include "order/order_slip.h"
#include "slips/reckoner.h"
#include "words/say.h"

#include <QAction>
#include <QApplication>
#include <QCloseEvent>
#include <QFile>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QScreen>
#include <QStackedWidget>
#include <QToolButton>
#include <memory>

namespace clockface::app {

namespace {

constexpr int most_recent = 8;
} // namespace

MainWindow::MainWindow(Document& document, Seams seams, QWidget* parent)
    : QMainWindow(parent)
    , m_document(document)
    , m_seams(std::move(seams))
    , m_settings(m_seams.settings_file, QSettings::IniFormat)
    , m_recovery(document, m_seams.recovery_folder)
    , m_claim(m_seams.recovery_folder + QStringLiteral("/open"))
    , m_shops(document, m_seams.shop_folder, m_seams.settings_file)
    , m_drawing_sheet([this](bool waiting) { say_drawing(waiting); })
    , m_drawing_template([this](bool waiting) { say_drawing(waiting); })
    , m_reporting([this](bool waiting) {
        if (waiting)
            tell(tr("The report is being written …"));
    }) {
    setObjectName(QStringLiteral("mainWindow"));
    const bool night = m_settings.value(QStringLiteral("night"), false).toBool();
    m_look = night ? &Look::night_shift() : &Look::day();
    setStyleSheet(style_sheet(*m_look)); // before there is a widget to restyle
    m_header = make_header();
    m_night->setChecked(night);
    m_rail = new StageRail(document);
    m_board = new BoardView(document, m_selection);
    m_board->show_parts(m_shown);
    m_notice = new NoticeStrip;
    m_findings = new FindingsStrip(document);
    m_slips = new QStackedWidget;
    m_pages = new QStackedWidget;
    auto* work = new QWidget;
    m_pages->addWidget(work);
    m_boards = new QStackedWidget;
    m_boards->addWidget(m_board);

    auto* middle = new QHBoxLayout;
    middle->setSpacing(0);
    m_board_place = new QVBoxLayout;
    m_board_place->setSpacing(0);
    m_board_place->addWidget(m_boards, 57);
    middle->addLayout(m_board_place, 66);
    middle->addWidget(m_slips, 34);
    m_slips->setMinimumWidth(372);
    m_slips->setMaximumWidth(620);
    auto* right = new QVBoxLayout;
    right->setContentsMargins(0, 0, 0, 0);
    right->setSpacing(0);
    right->addWidget(m_header);
    right->addWidget(m_notice);
    right->addLayout(middle, 1);
    right->addWidget(m_findings);
    auto* all = new QHBoxLayout(work);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(m_rail);
    all->addLayout(right, 1);
    setCentralWidget(m_pages);
    resize(1280, 800);
    setMinimumSize(960, 600); // what is drawn fits from 1024 x 700, less a panel and the frame of the window

    connect(m_rail, &StageRail::stage_wanted, this, &MainWindow::show_stage);
    connect(m_findings, &FindingsStrip::show_wanted, m_board, &BoardView::show_holes);
    connect(&m_shops, &ShopStore::failed, this, [this](const QString& sentence) { tell(sentence); });
    connect(&m_shops, &ShopStore::changed_meanwhile, this, [this](const QString& path) {
        tell(tr("%1 was changed by another program, so the last change of the shop is not in it yet.").arg(path),
             {{tr("Write this shop over it"), [this] { m_shops.write_over(); }},
              {tr("Take what is there"), [this] { m_shops.take_from_file(); }}});
    });
    connect(&document, &Document::log_full, this, [this](const QString& sentence) { tell(sentence); });
    connect(&document, &Document::settled_changed, this, &MainWindow::end_practice); // it was of another job
    connect(&m_recovery, &Recovery::failed, this, [this](const QString& sentence) { tell(sentence); });
    connect(&document, &Document::changed, this, &MainWindow::update_title);
    connect(&document, &Document::file_changed, this, [this] {
        update_title();
        if (!m_claim.move_to(m_document.path()))
            m_notice->tell(
                tr("%1 is open in another window of Clockface too. Whichever saves second is asked before it "
                   "writes over what the first has saved.")
                    .arg(m_document.path()),
                {}, NoticeStrip::OfThisJob);
    });
    connect(&document, &Document::replaced, this, [this] {
        m_notice->drop(NoticeStrip::OfThisJob);
        const auto& patterns = m_document.job().patterns;
        m_selection.select(patterns.empty() ? std::string() : patterns.front().name, {});
    });
    wear_look();
    m_rail->set_stage(m_stage);
    m_board->setFocus();
    update_title();
}

void MainWindow::setVisible(bool visible) {
    // Not earlier: what it shows would be made for the empty job first, and again for the one that is opened.
    if (visible && !m_slips->currentWidget() && m_pages->currentIndex() == 0)
        show_stage(m_stage);
    QMainWindow::setVisible(visible);
}

QAction* MainWindow::command(const QString& name, const QString& text, const QKeySequence& keys,
                             std::function<void()> act) {
    auto* action = new QAction(text, this);
    action->setObjectName(name);
    action->setShortcut(keys);
    connect(action, &QAction::triggered, this, std::move(act));
    addAction(action); // so that its keys work in every stage
    return action;
}

QMenu* MainWindow::make_job_menu() {
    auto* menu = new QMenu(this);
    menu->addAction(command("new", tr("New job"), QKeySequence::New, [this] { new_job(); }));
    menu->addAction(command("open", tr("Open…"), QKeySequence::Open, [this] {
        const QString path = m_seams.file_to_open(this, tr("Open a job"), job_filter());
        if (!path.isEmpty())
            open_file(path);
    }));
    m_recent = menu->addMenu(tr("Open again"));
    connect(m_recent, &QMenu::aboutToShow, this, &MainWindow::fill_recent);
    QMenu* demos = menu->addMenu(tr("Open a demo job"));
    const std::pair<const char*, const char*> demo_jobs[] = {
        {"dial-centre-flange", QT_TR_NOOP("Dial-centre flange: circles on a disc")},
        {"motion-work-plate", QT_TR_NOOP("Motion-work plate: many patterns, in inches")},
        {"bell-hammer-straps", QT_TR_NOOP("Bell-hammer straps: pieces from one bar")},
        {"dial-stay-brackets", QT_TR_NOOP("Dial stay brackets: a batch against a stop")},
        {"winding-arbor", QT_TR_NOOP("Winding arbor: cross holes in a round bar")},
        {"bell-crank-bracket", QT_TR_NOOP("Bell-crank bracket: copied from an old part")},
        {"fly-bearing-block", QT_TR_NOOP("Fly bearing block: tapped, reamed and counterbored")},
        {"strike-side-cock", QT_TR_NOOP("Strike-side cock: a piece that is finished and measured")}};
    for (const auto& [file, words] : demo_jobs)
        demos->addAction(command(QLatin1String("demo-") + QLatin1String(file), tr(words), {}, [this, file = file] {
            if (make_way())
                show_demo(QLatin1String(file));
        }));
    menu->addSeparator();
    menu->addAction(command("save", tr("Save"), QKeySequence::Save, [this] { save(); }));
    menu->addAction(
        command("saveAs", tr("Save as…"), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_S), [this] { save_as(); }));
    menu->addSeparator();
    menu->addAction(command("reckon", tr("Reckon…"), QKeySequence(Qt::CTRL | Qt::Key_R), [this] {
        if (m_stage == Stage::Bench || m_slips->currentWidget() == m_reckoner)
            return show_stage(m_stage);
        m_slips->setCurrentWidget(reckoner());
    }));
    menu->addAction(command("import", tr("Holes from a file…"), QKeySequence(Qt::CTRL | Qt::Key_I), [this] {
        const QString path =
            m_seams.file_to_open(this, tr("Holes from a file"), tr("Tables and drawings (*.csv *.txt *.dxf);;All (*)"));
        if (!path.isEmpty())
            import_holes(path);
    }));
    menu->addAction(
        command("oldPart", tr("Copied from a part…"), QKeySequence(Qt::CTRL | Qt::Key_T), [this] { show_old_part(); }));
    menu->addAction(command("shop", tr("The shop…"), QKeySequence(Qt::CTRL | Qt::Key_K), [this] {
        if (m_pages->currentWidget() == m_shop)
            return show_stage(m_stage);
        show_shop(QStringLiteral("drawer"));
    }));
    menu->addSeparator();
    menu->addAction(command("sheet", tr("Sheet as PDF…"), QKeySequence::Print, [this] { save_sheet(); }));
    menu->addAction(command("template", tr("Template 1:1…"), {}, [this] { save_template(); }));
    menu->addAction(command("coordinatesCsv", tr("Coordinates as CSV…"), {}, [this] { save_csv(false); }));
    menu->addAction(command("dxf", tr("Holes as DXF…"), {}, [this] { save_dxf(); }));
    menu->addAction(command("instructionsCsv", tr("Moves as CSV…"), {}, [this] { save_csv(true); }));
    menu->addSeparator();
    m_night =
        command("night", tr("Night colours"), QKeySequence(Qt::Key_F10), [this] { set_night(m_night->isChecked()); });
    m_night->setCheckable(true);
    menu->addAction(m_night);
    menu->addAction(command("quit", tr("Quit"), QKeySequence::Quit, [this] { close(); }));
    return menu;
}

QWidget* MainWindow::make_header() {
    auto* header = new QWidget;
    header->setObjectName(QStringLiteral("header"));
    header->setAttribute(Qt::WA_StyledBackground);
    header->setFixedHeight(56);
    auto* layout = new QHBoxLayout(header);
    layout->setContentsMargins(20, 0, 16, 0);
    layout->setSpacing(6);
    m_title = plain_label();
    m_title->setObjectName(QStringLiteral("jobTitle"));
    m_facts = plain_label();
    m_facts->setObjectName(QStringLiteral("jobFacts"));
    layout->addWidget(m_title);
    layout->addSpacing(12);
    layout->addWidget(m_facts);
    layout->addStretch();
    const auto button = [&](const QString& name, const QString& text, QAction* action) {
        auto* made = new QToolButton;
        made->setObjectName(name);
        if (action)
            made->setDefaultAction(action);
        made->setText(text);
        made->setAccessibleName(text);
        made->setFocusPolicy(Qt::TabFocus);
        layout->addWidget(made);
        return made;
    };
    QAction* undo = m_document.undo_stack().createUndoAction(this, tr("Undo"));
    undo->setShortcut(QKeySequence::Undo);
    QAction* redo = m_document.undo_stack().createRedoAction(this, tr("Redo"));
    redo->setShortcuts({QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z), QKeySequence(Qt::CTRL | Qt::Key_Y)});
    for (QAction* action : {undo, redo}) {
        // The button says just "Undo"; what is undone is in the tip.
        action->setIconText(action == undo ? tr("Undo") : tr("Redo"));
        addAction(action);
    }
    button(QStringLiteral("undo"), tr("Undo"), undo);
    button(QStringLiteral("redo"), tr("Redo"), redo);
    auto* job = button(QStringLiteral("jobMenu"), tr("Job ▾"), nullptr);
    set_tip(job, tr("New, open, save, print to file (Alt+J)"));
    job->setMenu(make_job_menu());
    job->setPopupMode(QToolButton::InstantPopup);
    job->setShortcut(QKeySequence(Qt::ALT | Qt::Key_J));
    return header;
}

void MainWindow::set_night(bool night) {
    m_night->setChecked(night);
    m_settings.setValue(QStringLiteral("night"), night);
    m_look = night ? &Look::night_shift() : &Look::day();
    setStyleSheet(style_sheet(*m_look));
    wear_look();
}

void MainWindow::take_place() {
    const QByteArray left = m_settings.value(QStringLiteral("window")).toByteArray();
    if (!left.isEmpty() && restoreGeometry(left)) // Qt brings it back onto a screen that is there
        return;
    // The frame is not known before the window is shown; this is more than those of the usual desktops.
    constexpr QSize frame(16, 48), wanted(1280, 800);
    const QRect room = screen()->availableGeometry();
    resize(wanted.boundedTo(room.size() - frame));
    move(room.topLeft() +
         QPoint((room.width() - width() - frame.width()) / 2, (room.height() - height() - frame.height()) / 2));
}

void MainWindow::show_stage(Stage stage) {
    m_stage = stage;
    m_rail->set_stage(stage);
    if (stage == Stage::Bench && m_practice) // it goes on until it is left
        return m_pages->setCurrentWidget(m_practice);
    if (stage == Stage::Bench && m_document.job().is_for == JobFor::Practice &&
        can_practise(m_document.job(), m_document.plan()))
        return show_practice();
    QWidget* shown = view_of(stage);
    if (m_pages->indexOf(shown) >= 0) { // it takes the whole window
        m_pages->setCurrentWidget(shown);
        shown->setFocus();
        return;
    }
    m_pages->setCurrentIndex(0);
    m_slips->setCurrentWidget(shown);
    show_below_board(stage);
    m_boards->setCurrentWidget(m_board);
    m_board->set_stage(stage);
}

bool MainWindow::show_shop(const QString& page) {
    if (!shop_view()->show_page(page))
        return false;
    m_pages->setCurrentWidget(m_shop);
    m_shop->setFocus();
    return true;
}

void MainWindow::open_backlash_test(const QString& axis) {
    shop_view()->open_backlash_test(axis);
}

void MainWindow::show_fetch() {
    show_stage(Stage::Cutters);
    view<CuttersSlip>(Stage::Cutters)->show_page(CuttersSlip::ToFetch);
}

void MainWindow::show_old_part() {
    if (m_stage != Stage::Holes)
        show_stage(Stage::Holes);
    m_slips->setCurrentWidget(part());
    show_below_board({});
    m_boards->setCurrentWidget(m_part_board);
    m_part_board->fit();
    m_part_board->setFocus();
}

bool MainWindow::show_old_part_page(const QString& page) {
    for (const PartSlip::PageName& each : PartSlip::pages)
        if (page == QLatin1String(each.name)) {
            show_old_part();
            m_part->show_page(each.page);
            return true;
        }
    return false;
}

void MainWindow::update_title() {
    const Job& job = m_document.job();
    const QString title = q(job.title).isEmpty() ? tr("Untitled") : q(job.title);
    m_title->setText(title);
    QString saved = tr("saved");
    if (m_document.is_dirty())
        saved = tr("not saved ●");
    else if (m_document.path().isEmpty())
        saved = QString();
    QStringList facts;
    if (!job.work_for.empty())
        facts << q(job.work_for);
    facts << tr("%1 wanted").arg(job.pieces) << q(unit_word(job.unit));
    if (!saved.isEmpty())
        facts << saved;
    m_facts->setText(facts.join(QStringLiteral(" · ")));
    const QString file =
        m_document.path().isEmpty() ? QString() : QFileInfo(m_document.path()).fileName() + QStringLiteral(" – ");
    setWindowTitle(QStringLiteral("%1%2[*] – Clockface").arg(file, title));
    setWindowModified(m_document.is_dirty());
}

bool MainWindow::make_way() {
    if (!m_document.is_dirty())
        return true;
    const QString title = q(m_document.settled().title);
    if (!m_recovery.set_aside()) {
        tell(tr("The unsaved job could not be set aside, so it stays open. Save it first."));
        return false;
    }
    m_notice->tell(tr("The unsaved job '%1' was set aside.").arg(title),
                   {{tr("Bring it back"),
                     [this] {
                         if (const auto left = m_recovery.left_behind(); !left.empty())
                             bring_back(left.front());
                     }},
                    {tr("Leave it there"), [] {}}});
    return true;
}

// The job that is open is set aside first, so that nothing of it is lost either.
void MainWindow::bring_back(const LeftBehind& left) {
    if (make_way() && !m_recovery.bring_back(left))
        tell(tr("The job '%1' has been brought back in another window.").arg(q(left.job.title)));
}

void MainWindow::new_job() {
    if (!make_way())
        return;
    m_document.new_job();
    offer_interview();
    show_stage(Stage::Blank);
}

bool MainWindow::open_file(const QString& path) {
    // Read first: a file that cannot be read must leave everything as it is.
    if (const Result<Job> job = load_job(path.toStdString()); !job) {
        tell(tr("%1 The open job was left as it is.").arg(q(job.error().text())));
        return false;
    }
    if (!make_way())
        return false;
    if (const Result<void> opened = m_document.open(path); !opened) {
        tell(q(opened.error().text()));
        return false;
    }
    remember(path);
    return true;
}

void MainWindow::save() {
    if (m_document.path().isEmpty())
        return save_as();
    const QString path = m_document.path();
    if (!m_document.changed_meanwhile())
        return save_to(path);
    tell(tr("%1 was changed by another program since it was opened here. Nothing has been saved yet.").arg(path),
         {{tr("Write this job over it"), [this, path] { save_to(path); }},
          {tr("Open what is there, set this aside"), [this, path] { open_file(path); }}});
}

void MainWindow::save_to(const QString& path) {
    if (const Result<void> saved = m_document.save(path); !saved)
        return tell(q(saved.error().text()));
    remember(path);
    m_recovery.keep_now();
}

void MainWindow::save_as() {
    const QString suggested =
        m_document.path().isEmpty() ? file_name(m_document.job()) + job_ending : m_document.path();
    write_where(tr("Save the job"), suggested, job_ending, job_filter(),
                [this](const QString& path) { save_to(path); });
}

bool MainWindow::show_order_page(const QString& page) {
    show_stage(Stage::Order);
    return view<OrderSlip>(Stage::Order)->show_page(page);
}

bool MainWindow::show_proof_page(const QString& page) {
    show_stage(Stage::Proof);
    return view<ProofSlip>(Stage::Proof)->show_page(page);
}

void MainWindow::choose_move(int move) {
    view<OrderSlip>(Stage::Order)->choose_move(move);
}

bool MainWindow::import_holes(const QString& path) {
    show_stage(Stage::Holes);
    const auto refused = std::make_shared<bool>(false); // a large file is answered later
    const auto end = [this, refused](const Result<void>& read) {
        *refused = !read;
        if (read)
            m_slips->setCurrentWidget(import());
        else
            tell(tr("%1 The job was left as it is.").arg(q(read.error().text())));
    };
    if (const Result<void> begun = import()->begin(path, end); !begun)
        end(begun);
    return !*refused;
}

void MainWindow::remember(const QString& path) {
    const QString whole = QFileInfo(path).absoluteFilePath();
    QStringList recent = m_settings.value(QStringLiteral("recent")).toStringList();
    recent.removeAll(whole);
    recent.prepend(whole);
    m_settings.setValue(QStringLiteral("recent"), QStringList(recent.mid(0, most_recent)));
}

void MainWindow::fill_recent() {
    m_recent->clear();
    for (const QString& path : m_settings.value(QStringLiteral("recent")).toStringList())
        connect(m_recent->addAction(button_text(QFileInfo(path).fileName())), &QAction::triggered, this,
                [this, path] { open_file(path); });
    if (m_recent->isEmpty())
        m_recent->addAction(tr("Nothing was opened yet"))->setEnabled(false);
}

bool MainWindow::show_demo(const QString& name) {
    QFile file(QStringLiteral(":/demo/%1.clockface.json").arg(name));
    if (!file.open(QIODevice::ReadOnly))
        return false;
    const Result<Job> job = job_from_json(file.readAll().toStdString());
    if (!job)
        return false;
    m_document.show_example(*job);
    if (!m_settings.value(QStringLiteral("guided"), false).toBool())
        m_notice->tell(
            tr("This is a finished job to look round in. Type over any underlined figure and watch the board. "
               "Under Order choose how it is made, then let the Bench lead you move by move."),
            {{tr("Understood"), [this] { m_settings.setValue(QStringLiteral("guided"), true); }}},
            NoticeStrip::OfThisJob);
    return true;
}

void MainWindow::offer_interview() {
    if (!m_document.shop_path().isEmpty() || !m_notice->text().isEmpty() ||
        m_settings.value(QStringLiteral("shop_asked"), false).toBool())
        return;
    const auto asked = [this] { m_settings.setValue(QStringLiteral("shop_asked"), true); };
    m_notice->tell(tr("Clockface works with a made-up shop so far. Five questions make it yours: machines, finders, "
                      "vises, parallels, drills."),
                   {{tr("The questions"),
                     [this, asked] {
                         asked();
                         show_shop(QStringLiteral("interview"));
                     }},
                    {tr("Not now"), asked}});
}

void MainWindow::offer_left_behind() {
    QStringList unreadable;
    const std::vector<LeftBehind> left = m_recovery.left_behind(&unreadable);
    if (left.empty()) {
        if (!unreadable.isEmpty())
            tell(unreadable.join(QLatin1Char('\n')));
        return;
    }
    const LeftBehind& newest = left.front();
    const auto others = static_cast<int>(left.size()) - 1;
    tell(tr("The job '%1' of %2 was not saved when Clockface ended.%3")
             .arg(q(newest.job.title), QLocale().toString(newest.kept, QLocale::ShortFormat),
                  others > 0
                      ? tr(" Behind it: %1.").arg(q(say("{count} {count:more job|more jobs}", {{"count", others}})))
                      : QString()),
         {{tr("Bring it back"), [this, newest] { bring_back(newest); }},
          {tr("Let it go"), [this, newest] {
               if (!m_recovery.let_go(newest))
                   tell(tr("The job '%1' has been brought back in another window.").arg(q(newest.job.title)));
               else
                   offer_left_behind();
           }}});
}

void MainWindow::closeEvent(QCloseEvent* event) {
    // A figure still being typed is settled first, as when the blank is left.
    if (QWidget* at_work = QApplication::focusWidget())
        at_work->clearFocus();
    if (!m_recovery.set_aside()) {
        tell(tr("The unsaved job could not be set aside. Save it, then close."));
        event->ignore();
        return;
    }
    m_settings.setValue(QStringLiteral("window"), saveGeometry());
    event->accept();
}

} // namespace clockface::app
