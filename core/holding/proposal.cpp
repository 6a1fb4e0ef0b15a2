// What is proposed where nothing was said of how the work lies, and what of that was said instead.
#include "holding/bar_rest.h"
#include "holding/beneath.h"
#include "holding/clamps.h"
#include "holding/held.h"
#include "holding/parallels.h"
#include "holding/steady.h"
#include "layout/outline.h"
#include "measure/cases.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <set>
#include <tuple>

namespace clockface {

namespace {

// By so much of its height work has to be gripped for drilling, which only pushes down.
constexpr double share_for_drilling = 0.5;

enum class Lies { InVise, OnRotaryTable, AgainstFence, MarkedOut, ByItsList };

// Where a machine's list itself says how the work lies, nothing is proposed here.
Lies lies_on(const Machine& machine, const Blank& blank) {
    if ((blank.is_bar() && !is_mill(machine.kind)) || blank.shape == BlankShape::Angle)
        return Lies::ByItsList;
    return std::visit(Cases{[](const Handwheels&) { return Lies::InVise; }, [](const Readout&) { return Lies::InVise; },
                            [](const DrillPress&) { return Lies::AgainstFence; },
                            [](const RotaryTable&) { return Lies::OnRotaryTable; },
                            [](const LayoutBench&) { return Lies::MarkedOut; },
                            [](const MarksAcross&) { return Lies::ByItsList; }},
                      machine.kind);
}

template <class Thing> const Thing* thing_named(const std::vector<Thing>& all, const std::string& name) {
    const auto found = std::find_if(all.begin(), all.end(), [&](const Thing& each) { return each.name == name; });
    return found == all.end() ? nullptr : &*found;
}

std::string in_words(CentreKind kind) {
    switch (kind) {
    case CentreKind::Bore:
        return say("bore");
    case CentreKind::Rim:
        return say("rim");
    case CentreKind::PinInHole:
        return say("hole");
    case CentreKind::ScribedCross:
        return say("scribed crossing");
    }
    return {};
}

class HoldingProposal {
public:
    HoldingProposal(const Job& job, const Shop& shop, const Machine& machine, const HolesToHold& holes)
        : m_job(job)
        , m_all(shop.holdings)
        , m_wishes(at_hand(job).holding)
        , m_holes(holes)
        , m_lies(lies_on(machine, job.blank)) {
        m_held.chuck = machine.spindle.chuck;
        m_held.strap = shop.holdings.strap;
        m_held.round = job.blank.is_round();
    }

    Held make() {
        if (m_lies == Lies::ByItsList) {
            m_held.by_its_list = true;
            m_held.height = height();
            m_held.why = say("How the work lies is said where it is laid in the list of moves.");
            return m_held;
        }
        lay(m_wishes.turned.value_or(false));
        m_held.lean = lean_of(m_wishes, m_held.height);
        if (m_lies == Lies::InVise)
            choose_centre();
        m_held.touched = m_lies == Lies::InVise && !m_held.centre;
        m_held.against_fence = m_lies == Lies::AgainstFence;
        if (m_held.touched)
            choose_finder();
        choose_holder();
        if (!m_held.known)
            return m_held;
        if (m_held.vise || m_held.work_chuck)
            choose_parallels();
        else
            choose_waste();
        if (m_held.plate)
            stand_at_wall();
        if (!m_held.vise && !m_held.work_chuck && !m_held.plate &&
            (m_lies == Lies::InVise || m_lies == Lies::OnRotaryTable))
            choose_clamps();
        if (m_held.against_fence) {
            const ReferenceEdges edges = reference_edges(m_job);
            m_held.fence_upper = edges.upper;
            m_held.stop = edges.right ? StopAt::Right : StopAt::Left;
        } else
            m_held.stop = m_wishes.stop.value_or(
                (m_held.vise || m_held.plate) && m_all.stop && !stands_upright() ? StopAt::Left : StopAt::None);
        return m_held;
    }

private:
    const Job& m_job;
    const Holdings& m_all;
    const HoldingWishes& m_wishes;
    const HolesToHold& m_holes;
    Lies m_lies;
    Held m_held;

    [[nodiscard]] std::string figure(Length length) const { return with_unit(length, m_job.unit); }

    void fault(const std::string& sentence) {
        if (m_held.fault.empty())
            m_held.fault = sentence;
    }

    // The jaws lie along x, or along y where the vise stands turned a quarter.
    void lay(bool turned) {
        const Blank& blank = m_job.blank;
        m_held.turned = turned;
        m_held.along = turned ? blank.extent_y() : blank.extent_x();
        m_held.across = turned ? blank.extent_x() : blank.extent_y();
        m_held.height = height();
    }
    [[nodiscard]] Length height() const {
        const Blank& blank = m_job.blank;
        return blank.step && (blank.up == Face::Top || blank.up == Face::Under)
                   ? std::max(blank.thickness, blank.step->thickness)
                   : blank.metal_under({});
    }

    void choose_finder() {
        const std::vector<Finder>& all = m_all.finders;
        if (m_wishes.finder) {
            if (const Finder* named = thing_named(all, *m_wishes.finder)) {
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

    // An end of a bar is up.
    [[nodiscard]] bool stands_upright() const { return m_job.blank.is_bar(); }

    void choose_centre() {
        if (!m_wishes.centre)
            return;
        const CentreWish& wish = *m_wishes.centre;
        const bool round = m_job.blank.is_round();
        m_held.centre = wish;
        if (wish.kind == CentreKind::Rim && !round)
            fault(say("Only a disc or a ring has a rim to go round: find zero over a bore, with a pin, or by its "
                      "faces."));
        else if (wish.kind == CentreKind::Rim && distance(wish.at + datum_from_middle(m_job), {}) > Length::mm(1e-6))
            fault(say("The middle of the rim is the middle of the work, which does not lie there."));
        else if (wish.kind != CentreKind::Rim && !on_work(wish.at))
            fault(say("There is no work at that place: the {what} must lie on it.", {{"what", in_words(wish.kind)}}));
        else
            return;
        m_held.centre.reset();
    }
    // Inside the work's outline; a bore stands in no metal any more, so the outline is all that can be asked.
    [[nodiscard]] bool on_work(Point at) const {
        const Point from_middle = at + datum_from_middle(m_job);
        return abs(from_middle.x) <= m_job.blank.extent_x() / 2.0 && abs(from_middle.y) <= m_job.blank.extent_y() / 2.0;
    }

    [[nodiscard]] const Vise* smallest_that_takes_it() const {
        if (bows(m_held.height, m_held.across))
            return nullptr;
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
            if (const WorkChuck* chuck = thing_named(m_all.chucks, *m_wishes.in))
                return grip_as_said(*chuck);
            if (const AnglePlate* plate = thing_named(m_all.angle_plates, *m_wishes.in))
                return draw_against_as_said(*plate);
            const Vise* named = thing_named(m_all.vises, *m_wishes.in);
            if (!named) {
                fault(say("There is no {vise} in the shop: name one of its vises, chucks or angle plates, or clamp the "
                          "work on the table.",
                          {{"vise", *m_wishes.in}}));
                return;
            }
            if (named->opening < m_held.across && !m_wishes.turned && named->opening >= m_held.along) {
                lay(true);
                return take(*named, say("It is held in the {vise}, as you said, turned a quarter, since it does not "
                                        "open far enough for the work as drawn.",
                                        {{"vise", named->name}}));
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
        if (m_lies == Lies::InVise || m_lies == Lies::OnRotaryTable)
            if (const WorkChuck* chuck = smallest_chuck_that_takes_it())
                return grip(*chuck, say("The {chuck} grips {across} all round and keeps its middle.",
                                        {{"chuck", chuck->name}, {"across", figure(m_held.across)}}));
        if (m_lies == Lies::OnRotaryTable)
            return clamp(say("On a rotary table work is clamped, on a board that may be drilled into."));
        if (m_lies == Lies::MarkedOut)
            return clamp(
                say("Marked work is drilled on a board that may be drilled into, brought under the drill mark by "
                    "mark and clamped for each."));
        if (m_job.blank.is_round() && !stands_upright())
            return clamp(say("Flat jaws touch a disc at two points only, so it is clamped on the table."));
        if (const AnglePlate* plate = plate_for_tall_work())
            return draw_against(*plate,
                                say("It stands {height} high, and jaws would hold too little of it; against the "
                                    "{plate} it is held over its height.",
                                    {{"height", figure(m_held.height)}, {"plate", plate->name}}));
        if (const Vise* vise = smallest_that_takes_it(); vise && stands_upright())
            return take(
                *vise,
                m_job.blank.is_round()
                    ? say("The bar stands upright in the {vise}, in a vee against its fixed jaw: flat jaws "
                          "alone let it turn.",
                          {{"vise", vise->name}})
                    : say("The bar stands upright in the {vise}, gripped by its flats.", {{"vise", vise->name}}));
        if (const Vise* vise = smallest_that_takes_it())
            return take(*vise, say("The {vise} is the smallest that takes {across} across the jaws.",
                                   {{"vise", vise->name}, {"across", figure(m_held.across)}}));
        if (bows(m_held.height, m_held.across))
            return clamp(say("So thin a sheet would bow between jaws, so it is clamped flat on the table."));
        if (!m_wishes.turned) {
            lay(true);
            if (const Vise* vise = smallest_that_takes_it())
                return take(*vise, say("No vise takes it as drawn; turned a quarter on the table the {vise} is the "
                                       "smallest that takes {across} across the jaws.",
                                       {{"vise", vise->name}, {"across", figure(m_held.across)}}));
            lay(false);
        }
        clamp(say("No vise in the shop takes it, so it is clamped on the table."));
    }
    // Of work that stands taller than it is wide, and that no vise would grip enough of: the lowest plate that backs
    // half of it. A round bar touches a wall along one line only.
    [[nodiscard]] const AnglePlate* plate_for_tall_work() const {
        if (m_lies != Lies::InVise || m_job.blank.is_round() || m_held.height <= std::max(m_held.along, m_held.across))
            return nullptr;
        const Vise* vise = smallest_that_takes_it();
        if (vise && !little_grip(std::min(vise->jaw_depth, m_held.height), m_held.height, m_held.across))
            return nullptr;
        const AnglePlate* best = nullptr;
        for (const AnglePlate& each : m_all.angle_plates)
            if (each.height >= m_held.height / 2.0 && (!best || each.height < best->height))
                best = &each;
        return best;
    }
    void draw_against_as_said(const AnglePlate& plate) {
        if (m_lies != Lies::InVise)
            return fault(say("On this machine the work is not drawn against the {plate}: clamp it, or take a mill.",
                             {{"plate", plate.name}}));
        if (m_job.blank.is_round())
            return fault(
                say("What is round touches the wall of the {plate} along one line only: hold it in a vise or a "
                    "chuck.",
                    {{"plate", plate.name}}));
        draw_against(plate, say("It is drawn against the {plate}, as you said.", {{"plate", plate.name}}));
    }
    void draw_against(const AnglePlate& plate, const std::string& why) {
        if (m_held.turned) // the wall runs from left to right
            lay(false);
        m_held.plate = plate;
        m_held.why = why;
        m_held.known = true;
    }
    // Once it is known what lies under it.
    void stand_at_wall() {
        m_held.proud = m_held.height + m_held.waste - m_held.plate->height;
        m_held.gripped = std::clamp(m_held.height - m_held.proud, Length{}, m_held.height);
        if (m_held.gripped <= Length{})
            fault(say("On so thick a board the work stands above the {plate}, and nothing backs it: a board below "
                      "{height} would do.",
                      {{"plate", m_held.plate->name}, {"height", figure(m_held.plate->height)}}));
    }
    [[nodiscard]] bool takes_it(const WorkChuck& chuck) const {
        return m_job.blank.is_round() && m_held.across >= chuck.smallest && m_held.across <= chuck.largest;
    }
    // Of long work standing on end jaws that are too low hold too little.
    [[nodiscard]] const WorkChuck* smallest_chuck_that_takes_it() const {
        const WorkChuck* best = nullptr;
        for (const WorkChuck& each : m_all.chucks)
            if (takes_it(each) && !bows(m_held.height, m_held.across) &&
                !little_grip(std::min(each.jaw_height, m_held.height), m_held.height, m_held.across) &&
                (!best || each.largest < best->largest))
                best = &each;
        return best;
    }
    void grip_as_said(const WorkChuck& chuck) {
        if (m_lies != Lies::InVise && m_lies != Lies::OnRotaryTable)
            return fault(say("Work that is marked out or lies against a fence is not gripped in the {chuck}: clamp it, "
                             "or take a mill.",
                             {{"chuck", chuck.name}}));
        if (!m_job.blank.is_round())
            return fault(say("The {chuck} grips what is round: hold this in a vise, or clamp it on the table.",
                             {{"chuck", chuck.name}}));
        if (!takes_it(chuck))
            return fault(say("The {chuck} grips from {smallest} to {largest} and the work is {across} across: take "
                             "another chuck, or clamp it on the table.",
                             {{"chuck", chuck.name},
                              {"smallest", figure(chuck.smallest)},
                              {"largest", figure(chuck.largest)},
                              {"across", figure(m_held.across)}}));
        grip(chuck, say("It is gripped in the {chuck}, as you said.", {{"chuck", chuck.name}}));
    }
    void grip(const WorkChuck& chuck, const std::string& why) {
        m_held.work_chuck = chuck;
        m_held.why = why;
        m_held.known = true;
    }
    void take(const Vise& vise, const std::string& why) {
        m_held.aside = m_wishes.aside;
        if (abs(m_held.aside) >= (m_held.along + vise.jaw_width) / 2.0)
            return fault(say("So far from the middle of the jaws the work lies beside the {vise}: less than {most} "
                             "would do.",
                             {{"vise", vise.name}, {"most", figure((m_held.along + vise.jaw_width) / 2.0)}}));
        m_held.vise = vise;
        m_held.why = why;
        m_held.known = true;
    }
    void clamp(const std::string& why) {
        if (m_held.turned) // there is nothing to turn
            lay(false);
        m_held.why = why;
        m_held.proud = m_held.height;
        m_held.known = (m_all.clamps && !stands_upright()) || m_wishes.in;
        if (stands_upright())
            fault(say("Clamps do not hold a bar that stands upright: hold it in a vise that opens {across}.",
                      {{"across", figure(m_held.across)}}));
        else if (!m_held.known)
            fault(say("There is nothing in the shop that holds it: add a vise that opens {across}, or clamps.",
                      {{"across", figure(m_held.across)}}));
    }

    void choose_clamps() {
        const Point extents = m_held.extents();
        if (!m_wishes.clamps.empty()) {
            m_held.clamps = m_wishes.clamps;
            return;
        }
        if (!m_all.clamps)
            return;
        std::vector<std::vector<StepPlunge>> cuts;
        Length widest; // of all that comes down, from its axis
        for (const Chain& chain : m_holes.chains) {
            cuts.push_back(plunges_of(chain, m_held.chuck));
            for (const StepPlunge& cut : cuts.back())
                widest = std::max({widest, cut.plunge.radius, cut.chuck.radius});
        }
        const auto met_by = [&](const std::vector<Solid>& clamp) {
            std::vector<bool> met(m_holes.places.size());
            for (std::size_t i = 0; i < m_holes.places.size(); ++i)
                if (is_near(clamp, m_holes.places[i].at,
                            widest)) // most are not, and nothing more is to be asked of them
                    met[i] = spoils(
                        beneath(clamp, m_holes.places[i], cuts[static_cast<std::size_t>(m_holes.kind_of[i])]).what);
            return met;
        };
        m_held.clamps = proposed_clamps(extents, m_held.strap, m_job.blank.is_round(), met_by);
    }
    static bool is_near(const std::vector<Solid>& clamp, Point at, Length within) {
        return std::any_of(clamp.begin(), clamp.end(), [&](const Solid& each) {
            const Length half = std::max(each.right - each.left, each.far - each.near) / 2.0 + within;
            return abs(at.x - (each.left + each.right) / 2.0) <= half * 1.42 && // whichever way it is turned
                   abs(at.y - (each.near + each.far) / 2.0) <= half * 1.42;
        });
    }

    void stand_on(const std::optional<ParallelPair>& pair) {
        m_held.parallels = pair;
        const Length below = pair ? pair->height : Length{};
        m_held.proud = m_held.height + below - m_held.jaw_depth();
        m_held.gripped = std::clamp(m_held.jaw_depth() - below, Length{}, m_held.height);
    }

    // Drills that meet what they should not, as it stands now.
    [[nodiscard]] int spoiling() const {
        const std::vector<Beneath> under = beneath_holes(m_held, m_holes.places, m_holes.kind_of, m_holes.chains);
        return static_cast<int>(
            std::count_if(under.begin(), under.end(), [](const Beneath& each) { return spoils(each.what); }));
    }
    // The less, the better: drills that spoil something (and work that tips over), what is short of the grip, of the
    // finder's room, and how far it stands out.
    [[nodiscard]] std::tuple<int, double, double, double> price() const {
        const Length wanted = m_held.height * share_for_drilling;
        const Length room = m_held.finder ? m_held.finder->needs : Length{};
        return {spoiling() + (tips(m_held) ? 1 : 0), std::max(0.0, (wanted - m_held.gripped).in_mm()),
                std::max(0.0, (room - m_held.proud).in_mm()), m_held.proud.in_mm()};
    }

    void choose_parallels() {
        const std::vector<ParallelPair>& all = m_all.parallels;
        m_held.rear_taken_out = m_wishes.rear_taken_out;
        if (m_wishes.parallels) {
            const ParallelPair* named = pair_named(all, *m_wishes.parallels);
            if (named || m_wishes.parallels->empty()) {
                stand_on(named ? std::optional(*named) : std::nullopt);
                m_held.why_parallels = why_these(true);
                if (m_held.gripped <= Length{})
                    fault(
                        say("On the {pair} parallels the work stands above the jaws, and nothing grips it: lower ones "
                            "would do, below {depth}.",
                            {{"pair", in_words(*m_held.parallels)}, {"depth", figure(m_held.jaw_depth())}}));
                return;
            }
            fault(say("There are no {pair} parallels in the shop.", {{"pair", *m_wishes.parallels}}));
        }
        stand_on(cheapest_pair(all, [&](const std::optional<ParallelPair>& pair) {
            stand_on(pair);
            return m_held.gripped > Length{} ? std::optional(price()) : std::nullopt;
        }));
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
            for (const StepPlunge& cut : plunges_of(m_holes.chains[static_cast<std::size_t>(kind)], {}))
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

Held held_for(const Job& job, const Shop& shop, const Machine& machine, const Estimates& estimates,
              const HolesToHold& holes) {
    Held held = job.blank.on_side() ? held_bar(job, shop, machine, estimates, holes)
                                    : HoldingProposal(job, shop, machine, holes).make();
    held.bench_vise = shop.holdings.bench_vise;
    held.try_square = shop.holdings.square;
    return held;
}

} // namespace clockface
