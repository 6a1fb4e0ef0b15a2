#include "bench/live_bench.h"

#include "look/words.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>

namespace clockface::app {

LiveBench::LiveBench(Document& document, QObject* parent)
    : QObject(parent)
    , m_document(document) {
    connect(&m_port, &PortReader::came, this, &LiveBench::look);
}

void LiveBench::stop() {
    m_port.close();
    m_now = {};
    m_document.play(false);
}

void LiveBench::follow(const Job& job, const SetupPlan& plan, const BenchState& state) {
    const auto* readout = std::get_if<Readout>(&plan.machine.kind);
    if (!readout || !plan.machine.line || plan.machine.line->port.empty()) {
        if (m_port.is_open())
            stop();
        return;
    }
    if (m_machine != plan.machine.id || m_line != plan.machine.line || !m_port.is_open()) {
        // What was seen on another line, or read otherwise, tells nothing.
        m_machine = plan.machine.id;
        m_line = plan.machine.line;
        m_follow = FollowReadout(readout->resolution);
        m_follow.aim(m_wanted);
        m_pairs.clear();
        m_axes.reset();
        m_zero_moved.reset();
    }
    m_unit = readout->unit;
    m_port.open(*m_line, readout->resolution);
    // The place at hand: the way there, or what is made there by the machine.
    const Task* task = state.now();
    const auto move_at = [&](int index) -> const Instruction& {
        return state.list.list[static_cast<std::size_t>(index)];
    };
    std::optional<ExpectedShow> wanted;
    int move =
        task && task->hole >= 0 && !std::holds_alternative<WorkByHand>(move_at(task->move).action) ? task->move : -1;
    for (; move >= 0; --move) {
        const int hole = move_at(move).hole;
        if (hole >= 0 && hole != task->hole) { // it stood elsewhere before
            move = -1;
            break;
        }
        wanted = expected_show(job, plan, move_at(move));
        if (wanted)
            break;
    }
    m_only_goes = task && task->deed.act == Act::Move;
    const auto way = wanted ? std::optional(move_at(move)) : std::nullopt;
    if (move == m_move && way == m_way)
        return;
    m_wanted = wanted;
    m_move = move;
    m_way = way;
    m_hole = wanted ? task->hole : -1;
    m_holes = shown_at_holes(plan, state.list);
    m_names.clear();
    for (const Hole& each : plan.holes)
        m_names.push_back(each.name);
    m_follow.aim(wanted);
}

void LiveBench::look() {
    m_now = m_port.take();
    m_document.play(m_now.stand_in);
    m_stuck = m_stuck && m_now.shown == m_last_reached;
    if (m_now.shown)
        for (const LineNow::Shown& each : m_now.way)
            m_follow.show(each.at, each.ms);
    emit came();
    const bool still = m_now.shown && followed().at == AtPlace::There;
    if (still && m_only_goes && m_line->moves_on && m_now.trouble.isEmpty())
        emit there();
}

Followed LiveBench::followed() const {
    return m_follow.state(m_now.at);
}

Length LiveBench::near_enough() const {
    return m_wanted ? std::max(m_wanted->off_x, m_wanted->off_y) : Length{};
}

void LiveBench::place_said_reached() {
    if (!m_wanted || !m_now.shown || m_wanted->to_go)
        return;
    const Point wanted = m_wanted->locked;
    m_stuck = m_last_reached && *m_last_reached == *m_now.shown && !m_pairs.empty() &&
              distance(m_pairs.back().wanted, wanted) > Length::mm(1.0);
    m_last_reached = m_now.shown;
    m_pairs.push_back({wanted, *m_now.shown});
    constexpr std::size_t looked_at = 2; // the last two: what was put right since must not go on speaking
    if (m_pairs.size() > looked_at)
        m_pairs.erase(m_pairs.begin());
    m_axes = m_pairs.size() == looked_at ? axes_seen(m_pairs, near_enough() * 2.0) : std::nullopt;
    m_zero_moved = m_axes || m_stuck ? std::nullopt : zero_moved(m_pairs, near_enough() * 2.0);
}

void LiveBench::read_axes_so() {
    if (!m_axes)
        return;
    Shop shop = m_document.shop();
    for (Machine& each : shop.machines)
        if (each.id == m_machine && each.line)
            each.line->axes = together(each.line->axes, *m_axes);
    m_axes.reset();
    m_pairs.clear();
    (void)m_document.edit_shop(tr("how the line's axes are read"), shop, m_document.shop_path());
}

QString LiveBench::mistake() const {
    if (m_stuck)
        return tr("The figures have not changed since the last place, though it lies elsewhere. Is the readout holding "
                  "them, or is a scale's cable off?");
    if (m_axes)
        return tr("At the last two places %1. “Read it so” (Q) takes that over into the shop.")
            .arg(q(in_words(*m_axes)));
    if (m_zero_moved)
        return tr("The last two places were off by the same, X by %1 and Y by %2: zero has moved. Z finds it again.")
            .arg(q(with_unit(m_zero_moved->x, m_unit)), q(with_unit(m_zero_moved->y, m_unit)));
    const Followed now = followed();
    if (!m_wanted || m_wanted->to_go || now.at != AtPlace::Away || !now.still_x || !now.still_y)
        return {};
    if (const auto other = other_hole(m_holes, m_hole, now.shown, near_enough()))
        return tr("It stands at %1. Wanted is %2.")
            .arg(q(m_names[static_cast<std::size_t>(*other)]), q(m_names[static_cast<std::size_t>(m_hole)]));
    if (const auto seen = axes_seen({{m_wanted->locked, now.shown}}, near_enough()))
        return tr("It stands as if %1.").arg(q(in_words(*seen)));
    return {};
}

QString LiveBench::sentence() const {
    if (!m_now.trouble.isEmpty())
        return m_now.trouble;
    if (const QString wrong = mistake(); !wrong.isEmpty())
        return wrong;
    const QString stands = m_wanted ? q(in_words(followed(), *m_wanted, m_unit)) : QString();
    if (stands.isEmpty() && m_now.stand_in && m_document.job().is_for == JobFor::Parts)
        return tr("A stand-in plays the machine: what is done now does not count as made.");
    return stands;
}

bool LiveBench::warns() const {
    if (!m_now.trouble.isEmpty() || !mistake().isEmpty())
        return true;
    const AtPlace at = followed().at;
    return m_wanted && (at == AtPlace::WrongSide || at == AtPlace::Carried || at == AtPlace::Moved);
}

} // namespace clockface::app
