#include "holding/held.h"

#include "holding/beneath.h"
#include "measure/cases.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <set>
#include <tuple>

namespace clockface {

namespace {

// Beyond every machine's table, either way.
constexpr Length far_off = Length::mm(1e5);
// By so much of its height work has to be gripped for drilling, which only pushes down.
constexpr double share_for_drilling = 0.5;

enum class Lies { InVise, OnRotaryTable, AgainstFence, MarkedOut, ByItsList };

// Where a machine's list itself says how the work lies, nothing is proposed here.
Lies lies_on(const Machine& machine, const Blank& blank) {
    if (blank.is_bar() || blank.shape == BlankShape::Angle)
        return Lies::ByItsList;
    return std::visit(Cases{[](const Handwheels&) { return Lies::InVise; }, [](const Readout&) { return Lies::InVise; },
                            [](const DrillPress&) { return Lies::AgainstFence; },
                            [](const RotaryTable&) { return Lies::OnRotaryTable; },
                            [](const LayoutBench&) { return Lies::MarkedOut; },
                            [](const MarksAcross&) { return Lies::ByItsList; }},
                      machine.kind);
}

class HoldingProposal {
public:
    HoldingProposal(const Job& job, const Shop& shop, const Machine& machine, const HolesToHold& holes)
        : m_job(job)
        , m_all(shop.holdings)
        , m_wishes(at_hand(job).holding)
        , m_holes(holes)
        , m_places(from_middle(job, holes.holes))
        , m_lies(lies_on(machine, job.blank)) {}

    Held make() {
        if (m_lies == Lies::ByItsList) {
            m_held.by_its_list = true;
            m_held.why = say("How the work lies is said where it is laid in the list of moves.");
            return m_held;
        }
        lay();
        m_held.lean = lean_of(m_wishes, m_held.height);
        m_held.touched = m_lies == Lies::InVise;
        m_held.against_fence = m_lies == Lies::AgainstFence;
        if (m_held.touched)
            choose_finder();
        choose_holder();
        if (!m_held.known)
            return m_held;
        if (m_held.vise)
            choose_parallels();
        else
            choose_waste();
        if (!m_held.against_fence)
            m_held.stop = m_wishes.stop.value_or(m_held.vise && m_all.stop ? StopAt::Left : StopAt::None);
        return m_held;
    }

private:
    const Job& m_job;
    const Holdings& m_all;
    const HoldingWishes& m_wishes;
    const HolesToHold& m_holes;
    std::vector<Point> m_places;
    Lies m_lies;
    Held m_held;

    [[nodiscard]] std::string figure(Length length) const { return with_unit(length, m_job.unit); }

    void fault(const std::string& sentence) {
        if (m_held.fault.empty())
            m_held.fault = sentence;
    }

    void lay() {
        const Blank& blank = m_job.blank;
        m_held.along = blank.extent_x();
        m_held.across = blank.extent_y();
        m_held.height = blank.metal_under({});
        if (blank.step && (blank.up == Face::Top || blank.up == Face::Under))
            m_held.height = std::max(blank.thickness, blank.step->thickness);
    }

    void choose_finder() {
        const std::vector<Finder>& all = m_all.finders;
        if (m_wishes.finder) {
            const auto named =
                std::find_if(all.begin(), all.end(), [&](const Finder& each) { return each.name == *m_wishes.finder; });
            if (named != all.end()) {
                m_held.finder = *named;
                return;
            }
            fault(say("There is no {finder} in the shop.", {{"finder", *m_wishes.finder}}));
        }
        const auto best = std::min_element(all.begin(), all.end(),
                                           [](const Finder& a, const Finder& b) { return a.repeats < b.repeats; });
        if (best != all.end())
            m_held.finder = *best;
    }

    [[nodiscard]] const Vise* smallest_that_takes_it() const {
        const Vise* best = nullptr;
        for (const Vise& each : m_all.vises)
            if (each.opening >= m_held.across && m_held.along <= each.jaw_width * 2.0 &&
                (!best || each.jaw_width < best->jaw_width))
                best = &each;
        return best;
    }

    void choose_holder() {
        if (m_lies == Lies::AgainstFence) {
            if (m_wishes.in && !m_wishes.in->empty())
                fault(say(
                    "Against fence and stop the work lies on the table: for the {vise}, mark it out, or take a mill.",
                    {{"vise", *m_wishes.in}}));
            return clamp(
                say("Against fence and stop work lies on the table, on a board that may be drilled into, and is "
                    "clamped down for every hole."));
        }
        if (m_wishes.in && !m_wishes.in->empty()) {
            const auto named = std::find_if(m_all.vises.begin(), m_all.vises.end(),
                                            [&](const Vise& each) { return each.name == *m_wishes.in; });
            if (named == m_all.vises.end()) {
                fault(say("There is no {vise} in the shop: name one of its vises, or clamp the work on the table.",
                          {{"vise", *m_wishes.in}}));
                return;
            }
            if (named->opening < m_held.across) {
                fault(say(
                    "The {vise} opens {opening} and the work is {across} across: take a wider vise, or clamp "
                    "it on the table.",
                    {{"vise", named->name}, {"opening", figure(named->opening)}, {"across", figure(m_held.across)}}));
                return;
            }
            return take(*named, say("It is held in the {vise}, as you said.", {{"vise", named->name}}));
        }
        if (m_wishes.in)
            return clamp(say("It is clamped on the table, as you said."));
        if (m_lies == Lies::OnRotaryTable)
            return clamp(say("On a rotary table work is clamped, on a board that may be drilled into."));
        if (m_lies == Lies::MarkedOut)
            return clamp(
                say("Marked work is drilled on a board that may be drilled into, brought under the drill mark by "
                    "mark and clamped for each."));
        if (m_job.blank.is_round())
            return clamp(say("Flat jaws touch a disc at two points only, so it is clamped on the table."));
        if (const Vise* vise = smallest_that_takes_it())
            return take(*vise, say("The {vise} is the smallest that takes {across} across the jaws.",
                                   {{"vise", vise->name}, {"across", figure(m_held.across)}}));
        clamp(say("No vise in the shop takes it, so it is clamped on the table."));
    }
    void take(const Vise& vise, const std::string& why) {
        m_held.vise = vise;
        m_held.why = why;
        m_held.known = true;
    }
    void clamp(const std::string& why) {
        m_held.why = why;
        m_held.proud = m_held.height;
        m_held.known = m_all.clamps || m_wishes.in;
        if (!m_held.known)
            fault(say("There is nothing in the shop that holds it: add a vise that opens {across}, or clamps.",
                      {{"across", figure(m_held.across)}}));
    }

    void stand_on(const std::optional<ParallelPair>& pair) {
        m_held.parallels = pair;
        const Length below = pair ? pair->height : Length{};
        m_held.proud = m_held.height + below - m_held.vise->jaw_depth;
        m_held.gripped = std::clamp(m_held.vise->jaw_depth - below, Length{}, m_held.height);
    }

    // Drills that meet what they should not, as it stands now.
    [[nodiscard]] int spoiling() const {
        const std::vector<Beneath> under = beneath_holes(m_held, m_places, m_holes.kind_of, m_holes.chains);
        return static_cast<int>(
            std::count_if(under.begin(), under.end(), [](const Beneath& each) { return spoils(each.what); }));
    }
    // The less, the better: drills that spoil something, what is short of the grip, of the finder's room, and how far
    // it stands out.
    [[nodiscard]] std::tuple<int, double, double, double> price() const {
        const Length wanted = m_held.height * share_for_drilling;
        const Length room = m_held.finder ? m_held.finder->needs : Length{};
        return {spoiling(), std::max(0.0, (wanted - m_held.gripped).in_mm()),
                std::max(0.0, (room - m_held.proud).in_mm()), m_held.proud.in_mm()};
    }

    void choose_parallels() {
        m_held.rear_taken_out = m_wishes.rear_taken_out;
        if (m_wishes.parallels) {
            const auto named =
                std::find_if(m_all.parallels.begin(), m_all.parallels.end(),
                             [&](const ParallelPair& each) { return name_of(each) == *m_wishes.parallels; });
            if (named != m_all.parallels.end() || m_wishes.parallels->empty()) {
                stand_on(named == m_all.parallels.end() ? std::nullopt : std::optional(*named));
                m_held.why_parallels = why_these(true);
                if (m_held.gripped <= Length{})
                    fault(
                        say("On the {pair} parallels the work stands above the jaws, and nothing grips it: lower ones "
                            "would do, below {depth}.",
                            {{"pair", in_words(*m_held.parallels)}, {"depth", figure(m_held.vise->jaw_depth)}}));
                return;
            }
            fault(say("There are no {pair} parallels in the shop.", {{"pair", *m_wishes.parallels}}));
        }
        std::vector<std::optional<ParallelPair>> all(m_all.parallels.begin(), m_all.parallels.end());
        all.emplace_back();
        std::optional<std::tuple<int, double, double, double>> least;
        std::optional<ParallelPair> best;
        for (const std::optional<ParallelPair>& each : all) {
            stand_on(each);
            if (m_held.gripped <= Length{})
                continue;
            if (const auto now = price(); !least || now < *least) {
                least = now;
                best = each;
            }
        }
        stand_on(best);
        m_held.why_parallels = why_these(false);
    }
    [[nodiscard]] std::string why_these(bool said) const {
        const int met = spoiling();
        const std::string stands =
            say(m_held.proud >= Length{} ? later("The work stands {proud} above the jaws and is gripped by {gripped}, "
                                                 "{share} percent of its height.")
                                         : later("The work stands {proud} below the top of the jaws and is gripped by "
                                                 "{gripped}, {share} percent of its height."),
                {{"proud", figure(abs(m_held.proud))},
                 {"gripped", figure(m_held.gripped)},
                 {"share", in_hundred(m_held.gripped / m_held.height)}});
        if (met == 0)
            return stands + " " + say("No drill goes into what holds it.");
        if (said)
            return stands + " " +
                   say("{holes} {holes:hole is|holes are} drilled into what holds it.", {{"holes", met}});
        return stands + " " +
               say("Whatever is taken, {holes} {holes:hole|holes} would be drilled into what holds it.",
                   {{"holes", met}});
    }

    // A board that is thicker than the deepest drill goes beyond the work.
    void choose_waste() {
        Length beyond;
        for (const int kind : std::set<int>(m_holes.kind_of.begin(), m_holes.kind_of.end()))
            for (const StepPlunge& cut : plunges_of(m_holes.chains[static_cast<std::size_t>(kind)]))
                beyond = std::max(beyond, cut.plunge.tip - m_held.height);
        if (m_wishes.waste) {
            m_held.waste = *m_wishes.waste;
            m_held.why_parallels = say("As you said.");
            return;
        }
        if (beyond <= Length{})
            return;
        std::vector<Length> boards = m_all.waste;
        std::sort(boards.begin(), boards.end());
        const auto enough = std::find_if(boards.begin(), boards.end(), [&](Length each) { return each > beyond; });
        if (enough == boards.end())
            return fault(say("Drills go {beyond} beyond the work, and no board in the shop is that thick.",
                             {{"beyond", figure(beyond)}}));
        m_held.waste = *enough;
        m_held.why_parallels =
            say("Drills go up to {beyond} beyond the work; the board takes that up.", {{"beyond", figure(beyond)}});
    }
};

} // namespace

std::vector<Solid> Held::solids() const {
    if (!known)
        return {};
    const Length x = along / 2.0, y = across / 2.0;
    const auto table_at = [](Length level) {
        return Solid{Underneath::Table, -far_off, far_off, -far_off, far_off, level, false, level};
    };
    if (!vise) {
        std::vector<Solid> all{table_at(height + waste)};
        if (waste > Length{})
            all.push_back({Underneath::Waste, -x, x, -y, y, height, false, height + waste});
        return all;
    }
    const Length wide = vise->jaw_width / 2.0;
    const Length bed = height + (parallels ? parallels->height : Length{});
    const Length table = bed + vise->bed_height;
    std::vector<Solid> all{table_at(table),
                           {Underneath::Jaw, -wide, wide, y, y + vise->jaw_thickness, proud, true, table},
                           {Underneath::Jaw, -wide, wide, -y - vise->jaw_thickness, -y, proud, false, table}};
    if (const Length slot = vise->slot / 2.0; slot > Length{}) {
        all.push_back({Underneath::Bed, -wide, -slot, -y, y, bed, false, table});
        all.push_back({Underneath::Bed, slot, wide, -y, y, bed, false, table});
    } else {
        all.push_back({Underneath::Bed, -wide, wide, -y, y, bed, false, table});
    }
    if (parallels) {
        const Length reach = parallels->length / 2.0;
        all.push_back({Underneath::Parallel, -reach, reach, -y, -y + parallels->thickness, height, false, bed});
        if (!rear_taken_out)
            all.push_back({Underneath::Parallel, -reach, reach, y - parallels->thickness, y, height, true, bed});
    }
    return all;
}

std::optional<Lean> lean_of(const HoldingWishes& wishes, Length height) {
    if (!wishes.swing_reads)
        return std::nullopt;
    const double slope = abs(*wishes.swing_reads) / wishes.swing_span;
    return Lean{Angle::degrees(std::atan(slope) * 180.0 / std::numbers::pi), height * slope};
}

Held held_for(const Job& job, const Shop& shop, const Machine& machine, const HolesToHold& holes) {
    return HoldingProposal(job, shop, machine, holes).make();
}

std::string in_words(const Held& held, Unit unit) {
    if (!held.known)
        return {};
    std::string words;
    if (!held.vise)
        words = held.waste > Length{}
                    ? say("Clamped on the table, over a board of {board}.", {{"board", with_unit(held.waste, unit)}})
                    : say("Clamped on the table.");
    else if (held.parallels)
        words =
            say(held.rear_taken_out ? later("In the {vise}, on the {pair} parallels; the rear one is taken out once it "
                                            "is clamped.")
                                    : later("In the {vise}, on the {pair} parallels."),
                {{"vise", held.vise->name}, {"pair", in_words(*held.parallels)}});
    else
        words = say("In the {vise}, on its bed.", {{"vise", held.vise->name}});
    switch (held.stop) {
    case StopAt::None:
        break;
    case StopAt::Left:
        return words + " " + say("A stop at the left.");
    case StopAt::Right:
        return words + " " + say("A stop at the right.");
    }
    return words;
}

std::string in_words(Underneath what) {
    switch (what) {
    case Underneath::Free:
        return say("nothing");
    case Underneath::Parallel:
        return say("a parallel");
    case Underneath::Jaw:
        return say("a jaw");
    case Underneath::Bed:
        return say("the bed of the vise");
    case Underneath::Slot:
        return say("the slot of the bed");
    case Underneath::Table:
        return say("the table");
    case Underneath::Waste:
        return say("the waste board");
    case Underneath::NotKnown:
        return say("not known");
    }
    return {};
}

std::string name_of(Underneath what) {
    switch (what) {
    case Underneath::Free:
        return "free";
    case Underneath::Parallel:
        return "parallel";
    case Underneath::Jaw:
        return "jaw";
    case Underneath::Bed:
        return "bed";
    case Underneath::Slot:
        return "slot";
    case Underneath::Table:
        return "table";
    case Underneath::Waste:
        return "waste";
    case Underneath::NotKnown:
        return "not-known";
    }
    return {};
}

} // namespace clockface
