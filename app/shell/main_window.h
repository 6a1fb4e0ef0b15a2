// The window: rail, board, slip, strips; and the Bench over all of it.
#pragma once

#include "bench/bench_view.h"
#include "board/board_view.h"
#include "board/section_view.h"
#include "document/beside.h"
#include "document/document.h"
#include "document/job_claim.h"
#include "document/recovery.h"
#include "document/selection.h"
#include "document/shop_store.h"
#include "order/shown_parts.h"
#include "part/part_board.h"
#include "report/template.h"
#include "shell/seams.h"
#include "shell/stage_rail.h"
#include "shell/strips.h"

#include <QMainWindow>
#include <QSettings>
#include <map>

class QLabel;
class QMenu;
class QStackedWidget;
class QToolButton;
class QVBoxLayout;

namespace clockface::app {

class CuttersSlip;
class OrderSlip;
class ImportSlip;
class PartSlip;
class PracticeView;
class Reckoner;
class ShopView;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    MainWindow(Document& document, Seams seams, QWidget* parent = nullptr);

    void show_stage(Stage stage);
    [[nodiscard]] Stage stage() const { return m_stage; }
    void set_night(bool night);
    /// Before it is shown: where and as large as it was left, or within the screen there is.
    void take_place();

    bool open_file(const QString& path);
    void save();
    void save_as();
    void new_job();
    /// The job that ships with the program, with the guidance of a first start.
    bool show_demo(const QString& name = QStringLiteral("dial-centre-flange"));
    /// Shows the holes of a table or a drawing, to be taken or left. False, with the reason told, when it is known
    /// already that there are none: a large file is read beside the window.
    bool import_holes(const QString& path);
    /// The old part that holes are copied from, in place of the board; a page of it by its name.
    void show_old_part();
    bool show_old_part_page(const QString& page);
    /// The shop, in place of the job; a page of it by its name.
    bool show_shop(const QString& page);
    /// On the page of a machine: the guided test of this axis.
    void open_backlash_test(const QString& axis);
    /// The set-up at hand, followed on a mill of its own: nothing of it is written on a piece.
    void show_practice();
    /// The list to fetch, of the Cutters stage.
    void show_fetch();
    /// A page of the Order stage: list, compare, proof or setup; and a move of its list.
    bool show_order_page(const QString& page);
    bool show_proof_page(const QString& page);
    void choose_move(int move);
    /// After a kill: offers the newest job that was left behind.
    void offer_left_behind();
    /// Where the shop is still the made-up one: offers the questions that make it the
    /// user's, at a start and with a new job, until they are answered or put off, and not over another message.
    void offer_interview();
    void tell(const QString& sentence, std::vector<NoticeStrip::Answer> answers = {}) {
        m_notice->tell(sentence, std::move(answers));
    }
    [[nodiscard]] Selection& selection() { return m_selection; }
    void setVisible(bool visible) override;

protected:
    void closeEvent(QCloseEvent* event) override;

private:
    Document& m_document;
    Seams m_seams;
    QSettings m_settings;
    Recovery m_recovery;
    JobClaim m_claim;
    ShopStore m_shops;
    Selection m_selection;
    PartSelection m_part_selection;
    ShownParts m_shown{this};
    // What is drawn beside the window is written in it: nothing appears on the disk once it is gone.
    Beside<std::string> m_drawing_sheet;
    Beside<Result<DrawnTemplate>> m_drawing_template;
    Beside<std::string> m_reporting;
    Stage m_stage = Stage::Holes;
    const Look* m_look = &Look::day();

    QStackedWidget* m_pages;
    QStackedWidget* m_slips;
    QWidget* m_header;
    QStackedWidget* m_boards;
    QVBoxLayout* m_board_place; ///< of the boards, and of the section of a hole below them
    StageRail* m_rail;
    BoardView* m_board;
    NoticeStrip* m_notice;
    FindingsStrip* m_findings;
    QLabel *m_title, *m_facts;
    QMenu* m_recent;
    QAction* m_night;

    // Made when they are first wanted: nullptr until then.
    std::map<Stage, QWidget*> m_views;
    ImportSlip* m_import = nullptr;
    Reckoner* m_reckoner = nullptr;
    PartSlip* m_part = nullptr;
    PartBoard* m_part_board = nullptr;
    std::map<Stage, SectionView*> m_below_board;
    ShopView* m_shop = nullptr;
    PracticeView* m_practice = nullptr; ///< while it is practised

    QWidget* view_of(Stage stage);
    template <class View> View* view(Stage stage) { return qobject_cast<View*>(view_of(stage)); }
    ImportSlip* import();
    Reckoner* reckoner();
    PartSlip* part();
    ShopView* shop_view();
    void end_practice();
    void show_below_board(std::optional<Stage> stage); // nothing: of none
    void say_drawing(bool waiting);
    void connect_view(QWidget* view);
    void add_slip(QWidget* slip);
    void wear_look();

    QWidget* make_header();
    QMenu* make_job_menu();
    QAction* command(const QString& name, const QString& text, const QKeySequence& keys, std::function<void()> act);
    void update_title();
    void remember(const QString& path);
    void fill_recent();
    bool make_way(); // sets an unsaved job aside before another comes; false when it must stay
    void bring_back(const LeftBehind& left);
    void save_to(const QString& path);
    void write_where(const QString& title, const QString& suggested, const QString& ending, const QString& filter,
                     const std::function<void(const QString&)>& write,
                     const std::function<QStringList(const QString&)>& files = {});
    void save_sheet();
    void save_proof(const QString& ending, const std::function<std::string()>& report);
    void save_template();
    void save_csv(bool instructions);
    void save_dxf();
};

} // namespace clockface::app
