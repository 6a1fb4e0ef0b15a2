#include "bench/batch_bench.h"

#include "look/words.h"

namespace clockface::app {

BatchBench::BatchBench(Document& document, QObject* parent)
    : QObject(parent)
    , m_document(document)
    , m_beside([this](bool waiting) {
        m_waits = waiting;
        if (waiting)
            emit found();
    }) {}

BatchBench::~BatchBench() {
    forget();
}

void BatchBench::forget() {
    if (m_leave_off)
        m_leave_off->store(true); // nobody waits for it any more
    m_of.reset();
    m_batch.reset();
    m_walk.reset();
    m_state = {};
}

bool BatchBench::wanted() const {
    const Job& job = m_document.job();
    return job.pieces > 1 && at_hand(job).holding.batch.together;
}

QString BatchBench::fault() const {
    const auto parts = parts_to_load(m_document.job(), m_document.plan());
    return parts ? QString() : q(parts.error().sentence);
}

void BatchBench::follow() {
    const Job& job = m_document.job();
    const auto parts = wanted() ? parts_to_load(job, m_document.plan()) : problem("", "");
    if (!parts) {
        m_beside.drop();
        return forget();
    }
    if (m_of != *parts) {
        forget();
        m_of = *parts;
        m_leave_off = std::make_shared<std::atomic<bool>>(false);
        m_beside.ask([parts = *parts, leave_off = m_leave_off] { return fewest_settings(parts, leave_off.get()); },
                     [this](const BatchPlan& batch) {
                         m_batch = batch;
                         emit found();
                     });
    }
    if (!m_batch)
        return;
    m_walk = batch_walk(job, m_document.shop(), m_document.plan(), *m_batch);
    m_state = batch_state(job, m_document.shop(), *m_walk);
    // Notes, marks and spoiled holes are those of the piece that lies under the spindle.
    if (m_state.load && m_state.load->piece != m_document.piece().number)
        m_document.choose_piece(m_state.load->piece);
}

BatchState BatchBench::then() const {
    if (!m_walk || m_state.finished())
        return m_state;
    const Job then =
        with_pieces(m_document.job(), with_batch_done(m_document.job(), m_state, m_document.time_of_work(all_pieces)));
    return batch_state(then, m_document.shop(), *m_walk);
}

void BatchBench::take_what_is_found() {
    if (m_leave_off)
        m_leave_off->store(true);
}

void BatchBench::done(const ShownBefore& before) {
    if (!m_walk || m_state.finished())
        return;
    const int number = m_state.load ? m_state.load->piece : all_pieces;
    m_document.keep_pieces(with_batch_done(m_document.job(), m_state, m_document.time_of_work(number),
                                           axes_set(m_walk->plan, m_state.machine, before)));
}

void BatchBench::back() {
    if (m_walk)
        m_document.keep_pieces(
            with_batch_back(m_document.job(), *m_walk, m_state, m_document.time_of_work(all_pieces)));
}

void BatchBench::from_zero() {
    if (m_walk && !m_state.finished())
        m_document.keep_pieces({with_jump(piece_of(m_document.job(), all_pieces), m_walk->plan.setup, std::nullopt,
                                          m_document.time_of_work(all_pieces))});
}

} // namespace clockface::app
