// The Bench: one card at a time over the whole window, driven with one key. A card is a move, or all of a hole.
#pragma once

#include "bench/batch_bench.h"
#include "bench/big_figures.h"
#include "bench/card_strip.h"
#include "bench/cool_down.h"
#include "bench/device_picture.h"
#include "bench/gates.h"
#include "bench/live_bench.h"
#include "bench/live_strip.h"
#include "bench/loading_picture.h"
#include "bench/lost_zero_view.h"
#include "bench/progress_strip.h"
#include "bench/spoken_target.h"
#include "bench/stay_awake.h"
#include "bench/taught_keys.h"
#include "bench/where_view.h"
#include "document/document.h"
#include "look/look.h"
#include "ordering/wording.h"

#include <QTimer>
#include <QWidget>

class QLabel;
class QLineEdit;
class QMenu;
class QPushButton;
class QSettings;
class QVBoxLayout;

namespace clockface::app {

class SumCheck;

class BenchView : public QWidget {
    Q_OBJECT
public:
    explicit BenchView(Document& document, QWidget* parent = nullptr);
    void set_look(const Look& look);

    /// The sizes of cards that were chosen are kept there, by machine. It must outlive the view.
    void keep_in(QSettings& settings);

    /// The card is done, unless a gate stands on it; at the end of a set-up on to the next one, at the end of a piece
    /// on to the next.
    void next();
    /// The gate at hand is answered, and its card done. Nothing where there is none.
    void answer_gate();
    /// Only the move that is at hand on it, unless a gate stands there.
    void next_move();
    void back();
    void back_one_move();
    /// A card a hole, or a move.
    void change_size();
    /// From zero again with what is left; at the end everything of the set-up from the beginning.
    void begin_again();
    void toggle_why();
    /// The holes and pieces at a glance, in place of the card.
    void show_where(bool shown);
    /// A lost zero found again by touching, in place of the card; nothing where that is not to be had.
    void show_lost_zero(bool shown);
    /// The next key that is pressed is to mean done, or back.
    void begin_teaching(TaughtKeys::Means means);
    /// A seam for tests: milliseconds of the clock that tells a press from a tremble.
    void set_clock(std::function<qint64()> clock) { m_taught.set_clock(std::move(clock)); }
    /// A seam for tests: another voice than the machine's.
    void set_voice(std::function<Voice*()> voice) { m_spoken.set_voice(std::move(voice)); }
    /// This stands where the picture of the move would; nothing else does from then on.
    void put_in_place_of_picture(QWidget* widget);
    /// What is done seldom: another hole, piece or set-up, a note, a spoiled hole.
    void show_more();

signals:
    void leave_wanted();
    void practice_wanted();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    Document& m_document;
    BatchBench m_batch;
    const Look* m_look = &Look::day();
    bool m_why_shown = false;
    SumCheck* m_sum;
    QLabel *m_title, *m_where, *m_banner, *m_heading, *m_direction, *m_note, *m_next_moves, *m_why, *m_safety;
    ProgressStrip* m_progress;
    DevicePicture* m_picture;
    LoadingPicture* m_loading;    ///< in its place, of a piece of a batch
    QWidget* m_instead = nullptr; ///< for good, in practice
    BigFigures* m_figures;
    CardStrip* m_card;
    CoolDown* m_cools;
    LiveBench m_live;
    LiveStrip* m_live_strip;
    QVBoxLayout* m_right;                ///< of the words beside the picture
    QWidget* m_page;                     ///< the card
    WhereView* m_overview = nullptr;     ///< in its place; made when first wanted
    LostZeroView* m_lost_zero = nullptr; ///< likewise
    QTimer m_flash;                      ///< while it runs the border is seen
    StayAwake m_awake;
    TaughtKeys m_taught;
    SpokenTarget m_spoken;
    TaughtKeys::Means m_teaching = TaughtKeys::Means::Nothing; ///< what the next key is to mean
    std::int64_t m_began;                                      ///< seconds since 1970
    QSettings* m_settings = nullptr;
    QPushButton *m_done, *m_gate, *m_back, *m_why_button, *m_again, *m_more;
    QLineEdit* m_note_line;
    enum class LineFor { Note, Mark, ShownBefore, Spoiled, Later };
    LineFor m_line_for = LineFor::Note; ///< what is typed into the line
    ShownBefore m_before;               ///< what the readout shows before the task at hand sets it
    std::optional<Deed> m_before_of;    ///< that task
    int m_turned = 0;                   ///< turns that are made of the move at hand
    std::optional<Deed> m_turned_of;    ///< that task

    /// All pieces go through together: what is at hand is a move of the machine for all of them, or a load.
    [[nodiscard]] bool in_batch() const { return m_batch.walk() != nullptr; }
    [[nodiscard]] const BatchLoad* load() const {
        return in_batch() && m_batch.state().load ? &*m_batch.state().load : nullptr;
    }
    [[nodiscard]] bool looks_for_settings() const;
    // Whose list is followed: the job's, or that of the batch's settings.
    [[nodiscard]] const Job& job() const { return in_batch() ? m_batch.walk()->job : m_document.job(); }
    [[nodiscard]] const SetupPlan& plan() const {
        return in_batch() ? m_batch.walk()->plan : m_document.plan_of_piece();
    }
    [[nodiscard]] const BenchState& bench() const { return in_batch() ? m_batch.state().machine : m_document.bench(); }
    void show_load();
    [[nodiscard]] QString setup_card_in_words() const;
    void show_looking();
    void show_batch_finished();
    void go_together(bool together);
    /// Whether what is done next drills.
    [[nodiscard]] bool drills_now() const;
    void add_rest(QMenu& menu);
    [[nodiscard]] QString title_of_load(const BatchState& state) const;
    [[nodiscard]] QString wording_of(const BenchState& state) const;
    /// One of the two pictures, or none.
    void show_picture(QWidget* picture);
    void refresh();
    void go_on();
    void count_turns(int more);
    void tap_done();
    void flash();
    void be_taught(const QKeyEvent& event);
    [[nodiscard]] QString where_it_was_left() const;
    [[nodiscard]] std::optional<Gate> gate() const;
    void show_gate(const std::optional<Gate>& asked);
    /// Figures as large as they can be, and as many next cards as there is room for.
    void make_room();
    [[nodiscard]] int height_of_words(int width) const;
    /// Says that the key that means done does not answer it; true where there is one.
    bool refused_by_gate();
    void show_finished();
    void fill_more(QMenu& menu);
    void add_holes(QMenu& menu);
    void add_symptoms(QMenu& menu);
    /// The hole that is at hand; -1 where the next task serves none.
    [[nodiscard]] int hole_at_hand() const;
    void give_up_hole(const QString& seen);
    void leave_hole_for_later(const QString& reason);
    void begin_line(LineFor what);
    void live_came();
    void move_on_by_itself();
    [[nodiscard]] bool card_is_covered() const;
    void keep_shown_before(const QString& text);
    [[nodiscard]] std::vector<AxisSet> sets_now() const;
    void keep_line();
    [[nodiscard]] int next_piece() const; // 0: none is left
    /// The one to go on to; practice is of one.
    [[nodiscard]] std::optional<int> next_setup() const { return m_instead ? std::nullopt : m_document.next_setup(); }
    [[nodiscard]] Wording wording(const Task& task) const;
    [[nodiscard]] Instruction instruction(const Task& task) const;
    [[nodiscard]] QString next_moves(int shown) const;
    [[nodiscard]] CardSize size() const;
    [[nodiscard]] QString title_of(const BenchCard& card) const;
    [[nodiscard]] QString near_enough(const Task& task) const;
    [[nodiscard]] QString found_again_words(const Task& task) const;
    [[nodiscard]] QString setup_line() const;
    /// Said large where the work lay otherwise until now; otherwise nothing.
    [[nodiscard]] QString laid_otherwise() const;
    [[nodiscard]] QString place_in_list() const;
};

} // namespace clockface::app
