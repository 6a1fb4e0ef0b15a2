// The one job that is open: the only place where it changes. Views read job() and plan(); they edit by handing over
// the next Job value. The shop it is planned for is kept here too, and changes in the same way.
#pragma once

#include "bench/cards.h"
#include "bench/found_again.h"
#include "bench/old_progress.h"
#include "bench/zero_history.h"
#include "job/job.h"
#include "measure/problem.h"
#include "plan/plan.h"
#include "shop/shop.h"
#include "survey/survey.h"

#include <QObject>
#include <QString>
#include <QUndoStack>
#include <cstdint>
#include <functional>
#include <memory>
#include <optional>

namespace clockface::app {

template <class Answer> class Beside;

class Document : public QObject {
    Q_OBJECT
public:
    explicit Document(Shop shop, QObject* parent = nullptr);
    Document(Shop shop, QString shop_path, QObject* parent = nullptr);
    ~Document() override;

    /// The job as the views show it: with the figure that is just being typed, when it makes sense.
    [[nodiscard]] const Job& job() const { return m_preview ? *m_preview : m_job; }
    /// The job as it stands, without what is being typed.
    [[nodiscard]] const Job& settled() const { return m_job; }
    /// A figure is being typed or something dragged: job() is not what is kept.
    [[nodiscard]] bool trying() const { return m_preview.has_value(); }
    /// The work of the set-up at hand.
    [[nodiscard]] const SetupPlan& plan() const { return m_plan.of(at_hand(job()).id); }
    /// The same for the piece that is worked on: where it is saved by making what is left elsewhere, its own.
    [[nodiscard]] const SetupPlan& plan_of_piece() const;
    /// The plan of the whole job.
    [[nodiscard]] const Plan& whole_plan() const { return m_plan; }
    /// What stands against the job, gravest first: of its plan, and of what was done to its pieces.
    [[nodiscard]] const std::vector<Finding>& findings() const { return m_findings; }
    /// Whether this pattern of job() is only being typed, and not yet of the job.
    [[nodiscard]] bool is_ghost(std::size_t pattern) const { return pattern >= m_job.patterns.size(); }
    /// The readings of job()'s old part, worked out; kept until they change.
    [[nodiscard]] const Survey& survey() const;
    /// They are many, and still being worked out beside the window: survey() shows what is known meanwhile, and
    /// changed() tells when there is more. What is copied from the part follows then, in the same undo step.
    [[nodiscard]] bool surveying() const { return m_surveying_now; }
    [[nodiscard]] const Shop& shop() const { return m_shop; }
    /// The guessed figures that everything is worked out with.
    [[nodiscard]] const Estimates& estimates() const { return m_estimates; }
    [[nodiscard]] const QString& shop_path() const { return m_shop_path; }
    [[nodiscard]] const QString& path() const { return m_path; }
    /// What the file at path() held when it was last read or saved here.
    [[nodiscard]] const QByteArray& file_stamp() const { return m_stamp; }
    /// Whether another program has written to it since.
    [[nodiscard]] bool changed_meanwhile() const;
    [[nodiscard]] bool is_dirty() const { return m_dirty; }
    [[nodiscard]] QUndoStack& undo_stack() { return m_undo; }

    /// Makes `next` the job as one named undo step. Refused, with the reason, when it cannot be; nothing changes then.
    Result<void> edit(const QString& name, const Job& next);
    /// Makes `next` the shop, kept in the file `path`, as one undo step. Refused as for edit.
    Result<void> edit_shop(const QString& name, const Shop& next, const QString& path);

    /// Shows `next` without keeping it, while a figure is being typed. False when it cannot be.
    bool preview(const Job& next);
    /// Holes in a job beyond which a preview waits until it is kept.
    static constexpr std::int64_t most_at_a_key = 2000;
    void drop_preview();

    /// Brings another set-up to hand, as the Bench does when one is finished. A place, not a figure: no undo step.
    void go_to_setup(int id);

    /// The piece that is worked on, by its number. Which one it is goes by the logs when a job is opened.
    [[nodiscard]] const Piece& piece() const { return m_piece; }
    void choose_piece(int number);
    /// Where it stands in the set-up at hand.
    [[nodiscard]] const BenchState& bench() const;
    /// The next set-up in which something is left to do on it; nothing when the piece is finished but for this one.
    [[nodiscard]] std::optional<int> next_setup() const;
    /// Which moves of the set-up's list are behind it.
    [[nodiscard]] const std::vector<bool>& moves_done() const;
    /// How far each hole of the face at hand has come, and whether nothing is left to do on it.
    [[nodiscard]] const std::vector<HoleProgress>& holes_done() const;
    /// The first move of the set-up's list that is not behind it; one past the end when all are.
    [[nodiscard]] int move_at_hand() const;
    // What is done to a piece. None of it is an undo step: undoing a figure must not undo work; it is written in the
    // log of the piece, and can be taken back there.
    /// `before`: what a readout showed before it was set, where the task sets one.
    void next_done(const ShownBefore& before = {});
    /// What is left of the card at hand.
    void card_done(CardSize size, const ShownBefore& before = {});
    /// An earlier zero of the machine at hand.
    void restore_zero(const ZeroSet& zero);
    /// A lost one, by what was touched: every place left is gone to where it lies now.
    void find_zero_again(const ZeroFoundAgain& found);
    /// From now on what is done is only played, with a stand-in for the machine: no piece of it counts as made.
    void play(bool playing) { m_playing = playing; }
    void last_back();
    void card_back(CardSize size);
    void jump_to(std::optional<HoleId> hole);
    /// All that stands in the list before the hole is next come to is done; nothing happens where it is not come to.
    void done_up_to(const HoleId& hole);
    void begin_again();
    void spoil(const HoleId& hole);
    void take_note(const QString& text);
    void mark_piece(const QString& mark);
    /// What was done to several pieces at once, as to a batch; the one that is worked on stays, with what is new of it.
    void keep_pieces(const std::vector<Piece>& pieces);
    /// When something is done to that piece: later than what was done to any other, so that the logs tell the order.
    [[nodiscard]] std::int64_t time_of_work(int piece) const;
    /// As if so many moves of the list had been done one after the other, and no more.
    void set_done(int moves);
    /// Moves of the list that is followed that are done.
    [[nodiscard]] int done() const;
    /// Seconds since 1970; tests set their own clock.
    std::function<std::int64_t()> clock;

    void new_job();
    /// Shows a job that belongs to no file and needs no saving, such as the demo.
    void show_example(const Job& job) { replace(job, job, {}, {}); }
    /// Replaces the job by one that was recovered: no path unless given, and unsaved. `stamp` is its file_stamp().
    void recover(const Job& job, const QString& path, const QByteArray& stamp,
                 const std::vector<OldProgress>& old_progress = {});
    Result<void> open(const QString& path);
    Result<void> save(const QString& path);

signals:
    void changed();                         ///< job or plan
    void settled_changed();                 ///< the job itself (not a mere preview)
    void replaced();                        ///< another job altogether
    void shop_changed();                    ///< the shop, or the file it is kept in
    void worked();                          ///< something was done to a piece, or taken back
    void file_changed();                    ///< path or unsaved mark
    void log_full(const QString& sentence); ///< nothing more can be written in the logs of this job

private:
    friend class JobEdit;
    friend class ShopEdit;

    Shop m_shop;
    Estimates m_estimates;
    QString m_shop_path;
    Job m_job, m_saved;
    std::optional<Job> m_preview;
    Plan m_plan;
    std::vector<Finding> m_findings;
    Piece m_piece;
    bool m_playing = false;
    mutable std::optional<BenchState> m_bench;
    mutable std::optional<std::vector<bool>> m_moves_done;
    mutable std::optional<std::vector<HoleProgress>> m_holes_done;
    mutable std::optional<SetupPlan> m_piece_plan; // of a piece that is saved
    mutable std::optional<Survey> m_survey;
    OldPart m_surveyed; // what m_survey is worked out from
    std::unique_ptr<Beside<Survey>> m_surveying;
    bool m_surveying_now = false;
    QString m_path;
    QByteArray m_stamp;
    bool m_dirty = false;
    QUndoStack m_undo;

    void plan_for(const Job& job, Effort effort = Effort::Usual);
    void forget_bench();
    void keep_piece(const Piece& piece) { keep_pieces({piece}); }
    [[nodiscard]] std::int64_t time_of_work() const { return time_of_work(m_piece.number); }
    void follow_old_part(); // forgets the survey of another old part
    void take_survey(const Survey& found);
    // What follows by itself when something else of the job changes: ids, set-ups, places copied from the old part.
    [[nodiscard]] Job followed(const Job& wanted) const;
    void set_job(const Job& job);
    void set_shop(const Shop& shop, const QString& path);
    void replace(const Job& job, const Job& saved, const QString& path, const QByteArray& stamp);
    void update_dirty();
};

/// A first job to start from: a plate with no holes.
Job blank_job();

} // namespace clockface::app
