// What all causes of a face have in common.
#include "inspection/cause_list.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace clockface {

namespace {

constexpr std::size_t most_one_by_one = 500; // holes

std::shared_ptr<const Drawn> as_drawn_on(const CauseNeeds& needs) {
    auto out = std::make_shared<Drawn>();
    out->unit = needs.job.unit;
    for (const Hole& hole : needs.measured.holes) {
        out->at.push_back(hole.at);
        out->number.push_back(hole.number);
    }
    return out;
}

std::set<std::size_t> holes_read(const MeasuredPart& measured) {
    std::set<std::size_t> out;
    for (const Reading& reading : measured.part.readings)
        for (const std::string& each : reading.between)
            if (const int hole = hole_index(measured.part, each);
                hole >= 0 && static_cast<std::size_t>(hole) < measured.holes.size())
                out.insert(static_cast<std::size_t>(hole));
    return out.size() > most_one_by_one ? std::set<std::size_t>{} : out;
}

} // namespace

CauseList::CauseList(const CauseNeeds& needs)
    : m_job(needs.job)
    , m_shop(needs.shop)
    , m_plan(needs.plan)
    , m_piece(needs.piece)
    , m_holes(needs.measured.holes)
    , m_middle(middle_from_datum(needs.job))
    , m_on(as_drawn_on(needs))
    , m_read(holes_read(needs.measured))
    , m_visits(visits(needs.cut)) {}

std::vector<Cause> CauseList::take() {
    finder();
    std::visit([this](const auto& kind) { of_machine(kind); }, m_plan.machine.kind);
    locks();
    zero();
    axes();
    for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern)
        of_pattern(pattern);
    scales();
    scattered();
    pulled();
    marks();
    weigh();
    return std::move(m_out);
}

// As they were cut where that is known, otherwise by the list.
std::vector<std::size_t> CauseList::visits(const std::vector<HoleId>& cut) const {
    std::map<HoleId, std::size_t> index;
    for (std::size_t i = 0; i < m_holes.size(); ++i)
        index[id_of(m_job, m_holes[i])] = i;
    std::vector<std::size_t> out;
    const auto go = [&](std::size_t hole) {
        if (out.empty() || out.back() != hole)
            out.push_back(hole);
    };
    for (const HoleId& each : cut)
        if (const auto found = index.find(each); found != index.end())
            go(found->second);
    if (out.empty())
        for (const Instruction& each : m_plan.route.list)
            if (std::holds_alternative<DrillHole>(each.action) && each.hole >= 0)
                go(static_cast<std::size_t>(each.hole));
    return out;
}

// Every hole once, in the order of the last cut of each: where that went the hole is.
std::vector<std::size_t> CauseList::last_cuts() const {
    std::vector<std::size_t> out;
    std::set<std::size_t> seen;
    for (auto visit = m_visits.rbegin(); visit != m_visits.rend(); ++visit)
        if (seen.insert(*visit).second)
            out.push_back(*visit);
    std::reverse(out.begin(), out.end());
    return out;
}

std::vector<std::size_t> CauseList::of(std::size_t pattern) const {
    std::vector<std::size_t> out;
    for (std::size_t i = 0; i < m_holes.size(); ++i)
        if (m_holes[i].pattern == pattern)
            out.push_back(i);
    return out;
}

// It moves something, and every hole stays on the metal: elsewhere it could not have been measured.
bool CauseList::can_be(const Places& places) const {
    bool moves = false;
    for (std::size_t i = 0; i < places.size(); ++i) {
        const Point off = places[i] - m_middle;
        if (abs(off.x) > half(Axis::X) || abs(off.y) > half(Axis::Y))
            return false;
        moves = moves || distance(places[i], drawn()[i]) > Length::mm(1e-6);
    }
    return moves;
}

// Every kind is as likely as any other, and so is each cause of a kind.
void CauseList::weigh() {
    std::map<CauseKind, int> many;
    for (const Cause& each : m_out)
        ++many[each.kind];
    for (Cause& each : m_out)
        each.weight = -std::log(static_cast<double>(many[each.kind]) * kinds_of_cause);
}

void CauseList::add(CauseKind kind, CauseFigures spread, std::function<Places(const CauseFigures&)> places,
                    std::function<std::string(const CauseFigures&)> words) {
    Cause cause;
    cause.kind = kind;
    cause.spread = std::move(spread);
    cause.places = std::move(places);
    cause.words = std::move(words);
    m_out.push_back(std::move(cause));
}

void CauseList::moved_alone(CauseKind kind, std::size_t hole, Point by, std::string words) {
    add_made(
        kind,
        [on = m_on, hole, by] {
            Places places = on->at;
            places[hole] = places[hole] + by;
            return places;
        },
        std::move(words));
}

void CauseList::at_one_hole(CauseKind kind, Point by, const std::function<std::string(const std::string&)>& words) {
    for (const std::size_t each : m_read)
        moved_alone(kind, each, by, words(m_holes[each].name));
}

} // namespace clockface
