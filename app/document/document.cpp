#include "document/document.h"

#include "bench/old_progress.h"
#include "bench/saved_plan.h"
#include "bench/work_findings.h"
#include "document/beside.h"
#include "document/file_stamp.h"
#include "formats/job_json.h"
#include "formats/text_file.h"
#include "layout/from_part.h"
#include "layout/validate.h"
#include "measure/limits.h"
#include "measure/text.h"
#include "plan/makers.h"
#include "shop/validate.h"

#include <QDateTime>
#include <QUndoCommand>
#include <algorithm>
#include <numeric>

namespace clockface::app {

/// One undo step, from one Job value to the next. What was done to the pieces is not part of it: undoing a figure must
/// not undo work that is done.
class JobEdit : public QUndoCommand {
public:
    enum class Of { AStepOfItsOwn, LastStep }; // or what comes of the last step
    JobEdit(Document& document, const QString& name, Job next, Of of = Of::AStepOfItsOwn)
        : QUndoCommand(name)
        , m_document(document)
        , m_before(document.m_job)
        , m_after(std::move(next))
        , m_of(of) {}

    void redo() override { apply(m_after); }
    void undo() override { apply(m_before); }
    int id() const override { return 1; }
    bool mergeWith(const QUndoCommand* later) override {
        const auto* edit = static_cast<const JobEdit*>(later); // the only one with this id
        if (edit->m_of == Of::LastStep)
            m_after = edit->m_after;
        return edit->m_of == Of::LastStep;
    }

private:
    Document& m_document;
    Job m_before, m_after;
    Of m_of;

    void apply(Job job) {
        job.begun = m_document.m_job.begun;
        job.planned_with = m_document.m_job.planned_with;
        m_document.set_job(job);
    }
};

/// One undo step, from one shop to the next.
class ShopEdit : public QUndoCommand {
public:
    ShopEdit(Document& document, const QString& name, Shop next, QString path)
        : QUndoCommand(name)
        , m_document(document)
        , m_before(document.m_shop)
        , m_after(std::move(next))
        , m_path_before(document.m_shop_path)
        , m_path_after(std::move(path)) {}

    void redo() override { m_document.set_shop(m_after, m_path_after); }
    void undo() override { m_document.set_shop(m_before, m_path_before); }

private:
    Document& m_document;
    Shop m_before, m_after;
    QString m_path_before, m_path_after;
};

Job blank_job() {
    Job job;
    job.title = "New job";
    job.blank.shape = BlankShape::Plate;
    job.blank.width.nominal = Length::mm(96.0);
    job.blank.height.nominal = Length::mm(64.0);
    job.blank.thickness = Length::mm(8.0);
    job.blank.material = "steel";
    job.datum.place = DatumPlace::LowerLeft;
    at_hand(job).order.holes = HoleOrder::LeastWork;
    return job;
}

Document::Document(Shop shop, QObject* parent)
    : Document(std::move(shop), QString(), parent) {}

Document::Document(Shop shop, QString shop_path, QObject* parent)
    : QObject(parent)
    , clock([] { return QDateTime::currentSecsSinceEpoch(); })
    , m_shop(with_ids(std::move(shop)))
    , m_shop_path(std::move(shop_path))
    , m_surveying(std::make_unique<Beside<Survey>>()) {
    new_job();
}

Document::~Document() = default;

namespace {

// What readings come to does not hang on how the copy is laid.
OldPart as_measured(const Job& job) {
    OldPart part = job.old_part;
    part.laying = {};
    return part;
}

} // namespace

const Survey& Document::survey() const {
    if (!m_survey)
        m_survey = clockface::survey(m_surveyed);
    return *m_survey;
}

void Document::follow_old_part() {
    OldPart measured = as_measured(job());
    if (m_surveyed == measured)
        return;
    m_surveyed = std::move(measured);
    m_surveying_now = takes_long(m_surveyed);
    if (!m_surveying_now) {
        m_surveying->drop();
        m_survey.reset();
        return;
    }
    m_survey = awaited_survey(m_surveyed, m_survey.value_or(Survey{}));
    m_surveying->ask([part = m_surveyed] { return clockface::survey(part); },
                     [this](const Survey& found) { take_survey(found); });
}

void Document::take_survey(const Survey& found) {
    m_survey = found;
    m_surveying_now = false;
    if (as_measured(m_job) == m_surveyed) // and not one whose figures are only being tried
        if (Job next = following_old_part(m_job, found); !(next == m_job) && !first_fault(next)) {
            m_undo.push(new JobEdit(*this, m_undo.undoText(), std::move(next), JobEdit::Of::LastStep));
            return;
        }
    emit changed();
}

Job Document::followed(const Job& wanted) const {
    Job next = with_proposed_setups(with_ids(wanted));
    if (!old_part_moved(m_job, next))
        return next;
    if (as_measured(next) == m_surveyed && !m_surveying_now)
        return following_old_part(std::move(next), survey());
    return takes_long(next.old_part) ? next : following_old_part(std::move(next)); // what takes long follows later
}

namespace {

// The piece something was done to last; the first where nothing was done yet.
Piece last_worked_on(const Job& job) {
    const Piece* last = nullptr;
    for (const Piece& each : job.begun)
        if (each.number != all_pieces &&
            (!last || (!each.log.empty() && (last->log.empty() || each.log.back().time >= last->log.back().time))))
            last = &each;
    return last ? *last : Piece{};
}

} // namespace

void Document::plan_for(const Job& job, Effort effort) {
    m_plan = make_plan(job, m_shop, m_estimates, effort);
    m_findings = all_findings(job, m_plan);
    forget_bench();
}

void Document::forget_bench() {
    m_bench.reset();
    m_moves_done.reset();
    m_holes_done.reset();
    m_piece_plan.reset();
}

Result<void> Document::edit(const QString& name, const Job& wanted) {
    const Job next = followed(wanted);
    if (const auto fault = first_fault(next)) {
        drop_preview();
        return tl::unexpected(*fault);
    }
    if (next == m_job) {
        drop_preview();
        return {};
    }
    m_undo.push(new JobEdit(*this, name, next));
    return {};
}

Result<void> Document::edit_shop(const QString& name, const Shop& wanted, const QString& path) {
    drop_preview();
    const Shop next = with_ids(wanted);
    if (const auto fault = first_fault(next))
        return tl::unexpected(*fault);
    if (!(next == m_shop) || path != m_shop_path)
        m_undo.push(new ShopEdit(*this, name, next, path));
    return {};
}

void Document::set_shop(const Shop& shop, const QString& path) {
    m_preview.reset();
    m_shop = shop;
    m_shop_path = path;
    plan_for(m_job);
    emit shop_changed();
    emit changed();
}

bool Document::preview(const Job& next) {
    Job shown = followed(next);
    if (first_fault(shown)) {
        drop_preview();
        return false;
    }
    // A plan of many thousands of holes takes longer than a key may: it is made when the figure is kept.
    const std::vector<std::int64_t> counts = counts_of(shown);
    if (std::accumulate(counts.begin(), counts.end(), std::int64_t{0}) > most_at_a_key) {
        drop_preview();
        return true;
    }
    m_preview = std::move(shown);
    follow_old_part();
    plan_for(*m_preview, Effort::Quick); // a key is being pressed
    emit changed();
    return true;
}

void Document::drop_preview() {
    if (!m_preview)
        return;
    m_preview.reset();
    follow_old_part();
    plan_for(m_job);
    emit changed();
}

void Document::go_to_setup(int id) {
    drop_preview();
    if (id == m_job.setup || !find_setup(m_job, id))
        return;
    m_job = with_setup(m_job, id);
    forget_bench();
    update_dirty();
    emit changed();
    emit settled_changed();
}

void Document::choose_piece(int number) {
    m_piece = piece_of(m_job, number);
    forget_bench();
    emit changed();
}

const SetupPlan& Document::plan_of_piece() const {
    if (!saved_by(job(), m_piece))
        return plan();
    if (!m_piece_plan)
        m_piece_plan = saved_plan(job(), m_shop, plan(), m_piece);
    return *m_piece_plan;
}

const BenchState& Document::bench() const {
    if (!m_bench)
        m_bench = bench_state(job(), m_shop, plan_of_piece(), m_piece);
    return *m_bench;
}

const std::vector<bool>& Document::moves_done() const {
    if (!m_moves_done)
        m_moves_done = clockface::moves_done(job(), plan(), m_piece);
    return *m_moves_done;
}

const std::vector<HoleProgress>& Document::holes_done() const {
    if (!m_holes_done)
        m_holes_done = progress_of(job(), plan_of_piece(), m_piece);
    return *m_holes_done;
}

int Document::move_at_hand() const {
    const std::vector<bool>& behind = moves_done();
    return static_cast<int>(std::find(behind.begin(), behind.end(), false) - behind.begin());
}

std::int64_t Document::time_of_work(int piece) const {
    std::int64_t time = clock();
    for (const Piece& each : m_job.begun)
        if (!each.log.empty())
            time = std::max(time, each.log.back().time + (each.number == piece ? 0 : 1));
    return time;
}

void Document::keep_pieces(const std::vector<Piece>& pieces) {
    drop_preview();
    std::size_t events = 0, more = 0;
    for (const Piece& each : m_job.begun)
        events += each.log.size();
    for (const Piece& each : pieces) // a log is only ever added to
        more += each.log.size() - piece_of(m_job, each.number).log.size();
    if (more > 0 && events + more > limits::events) {
        emit log_full(
            tr("The logs of this job hold %1 lines, and no more would fit its file. Save it, and go on with the "
               "next pieces in a copy of the job.")
                .arg(limits::events));
        return;
    }
    std::vector<Piece> kept = pieces;
    for (Piece& each : kept)
        each.played = each.played || m_playing || m_job.is_for != JobFor::Parts;
    m_job = with_pieces(std::move(m_job), kept);
    for (const Piece& each : kept)
        if (each.number == m_piece.number)
            m_piece = each;
    m_findings = all_findings(m_job, m_plan);
    forget_bench();
    update_dirty();
    emit changed();
    emit settled_changed();
    emit worked();
}

void Document::next_done(const ShownBefore& before) {
    keep_piece(with_next_done(m_piece, bench(), time_of_work(), axes_set(plan(), bench(), before)));
}

void Document::card_done(CardSize size, const ShownBefore& before) {
    keep_piece(with_card_done(m_piece, bench(), size, time_of_work(), axes_set(plan(), bench(), before)));
}

void Document::restore_zero(const ZeroSet& zero) {
    if (zero.back && *zero.back != Length{})
        keep_piece(
            with_zero_restored(m_piece, {plan().setup, plan().machine.id, zero.set.axis, *zero.back}, time_of_work()));
}

void Document::find_zero_again(const ZeroFoundAgain& found) {
    keep_piece(with_zero_found_again(m_piece, found, time_of_work()));
}

void Document::last_back() {
    keep_piece(with_last_back(m_piece, bench(), time_of_work()));
}

void Document::card_back(CardSize size) {
    keep_piece(with_card_back(m_piece, bench(), size, time_of_work()));
}

void Document::jump_to(std::optional<HoleId> hole) {
    keep_piece(with_jump(m_piece, plan().setup, hole, time_of_work()));
}

void Document::done_up_to(const HoleId& hole) {
    const BenchState& now = bench();
    const auto wanted = std::find_if(now.tasks.begin() + now.next, now.tasks.end(),
                                     [&](const Task& task) { return task.deed.hole == hole; });
    if (wanted != now.tasks.end())
        keep_piece(with_tasks_done(m_piece, now, static_cast<int>(wanted - now.tasks.begin()), time_of_work()));
}

void Document::begin_again() {
    keep_piece(with_all_back(m_piece, plan().setup, time_of_work()));
}

void Document::spoil(const HoleId& hole) {
    keep_piece(with_spoiled(m_piece, hole, time_of_work()));
}

void Document::take_note(const QString& text) {
    keep_piece(with_note(m_piece, on_one_line(text.toStdString()), time_of_work()));
}

void Document::mark_piece(const QString& mark) {
    Piece piece = m_piece;
    piece.mark = on_one_line(mark.toStdString());
    keep_piece(piece);
}

void Document::set_done(int moves) {
    Piece piece = with_all_back(m_piece, plan().setup, time_of_work());
    const Job& at = m_job;
    for (;;) {
        const BenchState state = bench_state(at, m_shop, plan_of_piece(), piece);
        if (!state.now() || state.now()->move >= moves)
            break;
        piece = with_next_done(std::move(piece), state, time_of_work());
    }
    keep_piece(piece);
}

std::optional<int> Document::next_setup() const {
    const int here = at_hand(m_job).id;
    std::vector<int> ids;
    for (const Setup& each : m_job.setups)
        ids.push_back(each.id);
    std::rotate(ids.begin(), std::find(ids.begin(), ids.end(), here) + 1, ids.end());
    const bool saved = saved_by(m_job, m_piece) != nullptr;
    for (const int id : ids) {
        if (id == here)
            continue;
        const Job there = with_setup(m_job, id);
        const SetupPlan& drawn = m_plan.of(id);
        if (!(saved ? bench_state(there, m_shop, saved_plan(there, m_shop, drawn, m_piece), m_piece)
                    : bench_state(there, m_shop, drawn, m_piece))
                 .finished())
            return id;
    }
    return std::nullopt;
}

int Document::done() const {
    return bench().finished() ? static_cast<int>(bench().list.list.size()) : bench().now()->move;
}

void Document::set_job(const Job& job) {
    m_preview.reset();
    m_job = job;
    follow_old_part();
    // A step done while a long survey was under way may hold copies from before it.
    if (takes_long(m_job.old_part) && !m_surveying_now)
        m_job = following_old_part(std::move(m_job), survey());
    plan_for(m_job);
    update_dirty();
    emit changed();
    emit settled_changed();
}

void Document::replace(const Job& job, const Job& saved, const QString& path, const QByteArray& stamp) {
    m_saved = saved;
    m_path = path;
    m_stamp = stamp;
    m_undo.clear();
    m_piece = last_worked_on(job);
    m_survey.reset(); // holes of the same names are others there
    m_surveyed = {};
    set_job(job);
    emit replaced();
    emit file_changed();
}

void Document::update_dirty() {
    const bool dirty = !(m_job == m_saved);
    if (dirty == m_dirty)
        return;
    m_dirty = dirty;
    emit file_changed();
}

void Document::new_job() {
    const Job job = blank_job();
    replace(job, job, {}, {});
}

void Document::recover(const Job& job, const QString& path, const QByteArray& stamp,
                       const std::vector<OldProgress>& old_progress) {
    replace(with_old_progress(with_machines_of(job, m_shop), m_shop, old_progress, clock()), Job{}, path, stamp);
}

bool Document::changed_meanwhile() const {
    if (m_path.isEmpty() || m_stamp.isEmpty())
        return false;
    const QByteArray now = stamp_of_file(m_path);
    return !now.isEmpty() && now != m_stamp; // one that is gone is simply saved again
}

Result<void> Document::open(const QString& path) {
    const Result<std::string> text = read_file(path.toStdString());
    if (!text)
        return tl::unexpected(text.error());
    const Result<Job> job = read_job(*text, path.toStdString());
    if (!job)
        return tl::unexpected(job.error());
    const Job known = with_old_progress(with_machines_of(*job, m_shop), m_shop, old_progress_in(*text), clock());
    replace(known, known, path, stamp_of_text(*text));
    return {};
}

Result<void> Document::save(const QString& path) {
    // The figures the list was worked out with go with the job, so that a change of the shop is noticed later.
    Job kept = with_machines_of(m_job, m_shop);
    for (const SetupPlan& each : m_plan.setups)
        if (!each.holes.empty())
            kept.planned_with[each.machine.id] = {figures_mark(each.machine), machine_in_words(each.machine)};
    const std::string text = job_to_json(kept);
    if (Result<void> saved = write_file_atomically(path.toStdString(), text); !saved)
        return saved;
    m_stamp = stamp_of_text(text);
    const bool other_figures = !(kept == m_job);
    m_saved = m_job = kept;
    m_path = path;
    update_dirty();
    if (other_figures) {
        plan_for(m_job);
        emit changed();
    }
    emit file_changed();
    return {};
}

} // namespace clockface::app
