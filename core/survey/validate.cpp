#include "survey/part_text.h"
#include "survey/survey.h"

#include "measure/figures.h"
#include "measure/limits.h"
#include "measure/small_letters.h"
#include "measure/text.h"
#include "words/say.h"

#include <cctype>
#include <cmath>
#include <set>
#include <tuple>

namespace clockface {

namespace {

// A pin may be a little larger than the hole as the caliper has it.
constexpr Length pin_over = Length::mm(0.1);

bool good_name(const std::string& name) {
    if (name.empty() || name.size() > limits::old_hole_name || !std::isalpha(static_cast<unsigned char>(name[0])))
        return false;
    for (const unsigned char c : name)
        if (!std::isalnum(c) && c != '-' && c != '_')
            return false;
    return true;
}

class Checker {
public:
    explicit Checker(const OldPart& part)
        : m_part(part) {}

    std::optional<Problem> take() {
        if (!sizes())
            return m_fault;
        instruments_of();
        features();
        for (std::size_t i = 0; i < m_part.readings.size(); ++i)
            if (auto fault = fault_of(m_part, m_part.readings[i]))
                tell(say("reading {number}", {{"number", i + 1}}), *fault);
        axes();
        for (const Design& design : m_part.designs)
            check(design);
        return m_fault;
    }

private:
    const OldPart& m_part;
    std::optional<Problem> m_fault;

    void tell(const std::string& place, const std::string& sentence) {
        if (!m_fault)
            m_fault = Problem{place, sentence};
    }
    [[nodiscard]] std::string figure(Length length) const { return with_unit(length, m_part.unit); }

    // False when there is too much of anything to look at the rest.
    bool sizes() {
        const std::tuple<const char*, std::size_t, std::size_t> all[] = {
            {"holes", m_part.holes.size(), limits::old_holes},
            {"edges", m_part.edges.size(), limits::old_edges},
            {"readings", m_part.readings.size(), limits::old_readings},
            {"designs", m_part.designs.size(), limits::designs}};
        for (const auto& [what, count, most] : all)
            if (count > most)
                tell(say("old part"), say("{count} {what} are more than the {most} that can be worked out together.",
                                          {{"count", count}, {"what", what}, {"most", most}}));
        return !m_fault;
    }

    void instruments_of() {
        if (m_part.instruments.size() != static_cast<std::size_t>(instruments))
            return tell("instruments", say("There must be one error for each instrument."));
        for (int i = 0; i < instruments; ++i) {
            const InstrumentError& each = m_part.instruments[static_cast<std::size_t>(i)];
            const auto which = static_cast<Instrument>(i);
            const bool angle = which == Instrument::Protractor || which == Instrument::TrySquare;
            const double error = angle ? each.angle_error.in_degrees() : each.error.in_mm();
            if (!(error > 0.0) || error > 10.0)
                tell(in_words(which),
                     say("An instrument's error must be above nought and at most 10: none is perfect."));
            if (each.reach && !(*each.reach > Length{}))
                tell(in_words(which), say("The reach must be above nought."));
        }
    }

    void size(const std::string& place, const std::string& what, const std::optional<Length>& length) {
        if (length && (!(*length > Length{}) || *length > limits::reading))
            tell(place, say("{what} must be above nought and below 10 metres.", {{"what", what}}));
    }

    void sketched(const std::string& place, Point at) {
        for (const Length along : {at.x, at.y})
            if (!(abs(along) <= limits::size)) // also what is no number
                tell(place,
                     say("It is sketched more than 20 metres away. A sketch of any scale does, but not so far out."));
    }

    void features() {
        std::set<std::string> names;
        const auto named = [&](const std::string& kind, const std::string& name) {
            if (!good_name(name))
                tell(kind + " " + name,
                     say("'{name}' is no name: begin with a letter; letters, figures and hyphens, no "
                         "blanks, at most 24.",
                         {{"name", name}}));
            if (!names.insert(small_letters(name)).second)
                tell(kind + " " + name, say("There are two things named {name}.", {{"name", name}}));
        };
        for (std::size_t i = 0; i < m_part.holes.size(); ++i) {
            const OldHole& hole = m_part.holes[i];
            const std::string place = say("hole {name}", {{"name", hole.name}});
            named("hole", hole.name);
            size(place, say("The diameter"), hole.diameter);
            sketched(place, hole.sketched);
            if (const auto fault = hole.made_as
                                       ? text_fault(say("Its thread or fit"), hole.made_as->label, limits::label)
                                       : std::nullopt)
                tell(place, *fault);
            size(place, say("The pin's diameter"), hole.pin);
            size(place, say("The bolt's diameter"), hole.bolt);
            size(place, say("The head room"), hole.access.head_room);
            size(place, say("The room beside it"), hole.access.free_round);
            if (hole.access.depth < Length{} || hole.access.depth > limits::reading)
                tell(place, say("The depth must be nought (not said) or above."));
            if (const auto fault = pin_fault(hole, m_part.unit))
                tell(place, *fault);
            for (std::size_t k = 0; k < i; ++k)
                if (distance(hole.sketched, m_part.holes[k].sketched) < Length::mm(1e-3))
                    tell(place, say("{holes} and {hole} are sketched on the same spot.",
                                    {{"holes", m_part.holes[k].name}, {"hole", hole.name}}));
        }
        for (const OldEdge& edge : m_part.edges) {
            named("edge", edge.name);
            const std::string on_edge = say("edge {name}", {{"name", edge.name}});
            sketched(on_edge, edge.from);
            sketched(on_edge, edge.to);
            if (distance(edge.from, edge.to) < Length::mm(1e-3))
                tell(on_edge, say("The two points of the edge are the same."));
        }
    }

    void axes() {
        if (!m_part.zero.empty() && hole_index(m_part, m_part.zero) < 0)
            tell("zero", say("There is no hole named {zero}.", {{"zero", m_part.zero}}));
        if (!m_part.along.empty() && hole_index(m_part, m_part.along) < 0 && edge_index(m_part, m_part.along) < 0)
            tell("along", say("There is no hole or edge named {along}.", {{"along", m_part.along}}));
    }

    void check(const Design& design) {
        std::map<int, int> taken;
        std::set<std::string> seen;
        const std::size_t least = least_holes(design.kind);
        if (design.places.size() < least)
            tell("design", say("It needs at least {least} {least:hole|holes}.", {{"least", least}}));
        for (const auto& [name, slot] : design.places) {
            if (hole_index(m_part, name) < 0)
                tell("design", say("There is no hole named {name}.", {{"name", name}}));
            if (!seen.insert(small_letters(name)).second)
                tell("design", say("{name} is in it twice.", {{"name", name}}));
            int most = 1000;
            if (design.kind == DesignKind::Circle)
                most = design.count - 1;
            else if (design.kind == DesignKind::Rectangle)
                most = 3;
            if (slot < 0 || slot > most)
                tell("design", say("{name} has no place in it.", {{"name", name}}));
            const int together = ++taken[slot];
            const int pair = design.kind == DesignKind::Symmetric ? 2 : 1;
            if (design.kind != DesignKind::Round && together > pair)
                tell("design", say("{name} has the place of another hole.", {{"name", name}}));
        }
        if (design.kind == DesignKind::Circle && (design.count < least_spaces || design.count > most_spaces))
            tell("design", say("A circle has {least_spaces} to {most_spaces} spaces.",
                               {{"least_spaces", least_spaces}, {"most_spaces", most_spaces}}));
        if (design.kind != DesignKind::Symmetric && !(design.size > Length{} && design.size < limits::reading))
            tell("design", say("Its size must be above nought."));
        if (design.kind == DesignKind::Rectangle && !(design.across > Length{} && design.across < limits::reading))
            tell("design", say("Its other side must be above nought."));
    }
};

struct Named {
    int hole = -1, edge = -1;
};

} // namespace

std::optional<std::string> pin_fault(const OldHole& hole, Unit unit) {
    if (!hole.pin || *hole.pin <= hole.diameter + pin_over)
        return std::nullopt;
    return say("A pin of {pin} does not go into a hole of {diameter}.",
               {{"pin", with_unit(*hole.pin, unit)}, {"diameter", with_unit(hole.diameter, unit)}});
}

std::optional<std::string> fault_of(const OldPart& part, const Reading& reading) {
    const std::vector<FeatureKind> wanted = features_of(reading.kind, reading.between.size());
    if (wanted.size() != reading.between.size())
        return say("{reading} names {wanted}.",
                   {{"reading", kind_in_words(reading.kind)}, {"wanted", features_in_words(reading.kind)}});
    std::vector<Named> features;
    for (std::size_t k = 0; k < wanted.size(); ++k) {
        const std::string& name = reading.between[k];
        const Named feature{hole_index(part, name), edge_index(part, name)};
        if (feature.hole < 0 && feature.edge < 0)
            return say("There is no hole or edge named '{name}'.", {{"name", name}});
        const bool first_of_square = reading.kind == ReadingKind::Square && wanted.size() == 2;
        if (wanted[k] == FeatureKind::Hole && feature.hole < 0)
            return say("{name} is an edge; {reading} names {wanted}.", {{"name", name},
                                                                        {"reading", kind_in_words(reading.kind)},
                                                                        {"wanted", features_in_words(reading.kind)}});
        if (wanted[k] == FeatureKind::Edge && feature.edge < 0)
            return first_of_square
                       ? std::string(say("A right angle is at the second of three holes, or between two edges."))
                       : say("{name} is a hole; {reading} names {wanted}.",
                             {{"name", name},
                              {"reading", kind_in_words(reading.kind)},
                              {"wanted", features_in_words(reading.kind)}});
        for (std::size_t before = 0; before < k; ++before)
            if (features[before].hole == feature.hole && features[before].edge == feature.edge)
                return say("{name} cannot be measured to itself.", {{"name", name}});
        features.push_back(feature);
    }
    const auto figure = [&](Length length) { return with_unit(length, part.unit); };
    const auto hole = [&](std::size_t k) -> const OldHole& {
        return part.holes[static_cast<std::size_t>(features[k].hole)];
    };
    if (reading.kind == ReadingKind::AngleAt) {
        const double degrees = reading.angle.in_degrees();
        if (!(degrees > 0.0) || degrees > 180.0)
            return say("An angle between two directions is above 0 and at most 180 degrees.");
        return std::nullopt;
    }
    if (reading.kind == ReadingKind::InLine || reading.kind == ReadingKind::Square)
        return std::nullopt;
    if (!(reading.length > Length{}) || reading.length > limits::reading)
        return say("A reading must be above nought and below 10 metres.");
    switch (reading.kind) {
    case ReadingKind::Outside:
        if (reading.length < hole(0).diameter + hole(1).diameter)
            return say(
                "{reading} over the far sides is less than the two holes together ({diameter} and {other_diameter}).",
                {{"reading", figure(reading.length)},
                 {"diameter", figure(hole(0).diameter)},
                 {"other_diameter", figure(hole(1).diameter)}});
        break;
    case ReadingKind::Centres:
        if (reading.length * 2.0 < hole(0).diameter + hole(1).diameter)
            return say("With their centres {reading} apart the two holes ({diameter} and {other_diameter}) would run "
                       "into each other.",
                       {{"reading", figure(reading.length)},
                        {"diameter", figure(hole(0).diameter)},
                        {"other_diameter", figure(hole(1).diameter)}});
        break;
    case ReadingKind::OverPins: {
        const Length pins = hole(0).pin.value_or(hole(0).diameter) + hole(1).pin.value_or(hole(1).diameter);
        if (reading.length < pins)
            return say("{reading} over the pins is less than the two pins together ({pins}).",
                       {{"reading", figure(reading.length)}, {"pins", figure(pins)}});
        break;
    }
    case ReadingKind::FarSide:
        if (reading.length < hole(0).diameter)
            return say("{reading} to the far side is less than the hole itself ({diameter}).",
                       {{"reading", figure(reading.length)}, {"diameter", figure(hole(0).diameter)}});
        break;
    case ReadingKind::Height:
        if (reading.length < hole(0).pin.value_or(hole(0).diameter))
            return say("{reading} to the top of the pin is less than the pin itself ({hole}).",
                       {{"reading", figure(reading.length)}, {"hole", figure(hole(0).pin.value_or(hole(0).diameter))}});
        break;
    case ReadingKind::AlongEdge: {
        const OldEdge& one = part.edges[static_cast<std::size_t>(features[1].edge)];
        const OldEdge& other = part.edges[static_cast<std::size_t>(features[2].edge)];
        if (std::fabs((bearing_of(one.from, one.to) - bearing_of(other.from, other.to)).sine()) < 0.1)
            return say("{one} and {other} run nearly the same way, so they have no corner to measure from.",
                       {{"one", one.name}, {"other", other.name}});
        break;
    }
    default:
        break;
    }
    return std::nullopt;
}

std::optional<Problem> first_fault(const OldPart& part) {
    return Checker(part).take();
}

} // namespace clockface
