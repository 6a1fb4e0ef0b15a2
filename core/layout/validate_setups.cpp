#include "layout/faults.h"

#include "measure/limits.h"
#include "words/say.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>

namespace clockface {

namespace {

Fault operations_fault(const std::string& place, const Operations& makes) {
    std::size_t named = 0;
    if (const auto* own = std::get_if<WithCutters>(&makes)) {
        named = own->cutters.size();
        for (const std::string& name : own->cutters)
            if (Fault found = words_fault(place + ".cutters", say("A cutter's name"), name, limits::name))
                return found;
    } else if (const auto* own_patterns = std::get_if<OfPatterns>(&makes)) {
        named = own_patterns->patterns.size();
    }
    if (named > limits::drawer)
        return fault(place + ".makes", say("Up to {limits} of them would do.", {{"limits", limits::drawer}}));
    return std::nullopt;
}

Fault wishes_fault(const std::string& place, const OrderWishes& order) {
    if (order.by_hand.size() > static_cast<std::size_t>(limits::holes_in_job))
        return fault(place + ".by_hand",
                     say("An order of up to {holes_in_job} holes would do.", {{"holes_in_job", limits::holes_in_job}}));
    for (const std::string& hole : order.by_hand)
        if (Fault found = words_fault(place + ".by_hand", say("The name of a hole"), hole, limits::name))
            return found;
    return std::nullopt;
}

Fault adjusting_fault(const std::string& place, const Adjusting& adjusting) {
    constexpr Length narrowest = Length::mm(5.0), widest = Length::mm(5000.0), coarsest = Length::mm(5.0),
                     largest = Length::mm(2000.0);
    if (!(adjusting.span >= narrowest && adjusting.span <= widest))
        return fault(place + ".span", say("Two ends from 5 mm to 5000 mm apart would do."));
    if (!(adjusting.within > Length{} && adjusting.within <= coarsest))
        return fault(place + ".within", say("An end may stay off by more than nought, up to 5 mm."));
    for (const auto& read :
         {adjusting.wanted, adjusting.far_left, adjusting.near_left, adjusting.far_right, adjusting.near_right})
        if (read && !(abs(*read) <= largest))
            return fault(place, say("A reading of up to 2000 mm would do."));
    if (adjusting.log.size() > limits::gauge_readings)
        return fault(place + ".log", say("Up to {most} readings are kept.", {{"most", limits::gauge_readings}}));
    for (const GaugeReading& each : adjusting.log)
        for (const Length read : {each.far_left, each.near_left, each.far_right, each.near_right})
            if (!(abs(read) <= largest))
                return fault(place + ".log", say("A reading of up to 2000 mm would do."));
    return std::nullopt;
}

Fault holding_fault(const std::string& place, const HoldingWishes& holding) {
    const std::pair<const char*, const std::optional<std::string>*> texts[] = {
        {".in", &holding.in}, {".parallels", &holding.parallels}, {".finder", &holding.finder}};
    for (const auto& [what, text] : texts)
        if (*text)
            if (Fault found = words_fault(place + what, say("This name"), **text, limits::name))
                return found;
    constexpr Length thickest = Length::mm(500.0);
    if (holding.waste && !(*holding.waste >= Length{} && *holding.waste <= thickest))
        return fault(place + ".waste", say("A board from nought to 500 mm thick would do."));
    constexpr Length narrowest = Length::mm(10.0), widest = Length::mm(1000.0), apart = Length::mm(10.0);
    if (!(holding.swing_span >= narrowest && holding.swing_span <= widest))
        return fault(place + ".swing_span", say("A span from 10 mm to 1000 mm would do."));
    if (holding.swing_reads && !(abs(*holding.swing_reads) <= apart))
        return fault(place + ".swing_reads", say("A difference of up to 10 mm would do."));
    constexpr Length furthest = Length::mm(2000.0);
    if (!(abs(holding.aside) <= furthest))
        return fault(place + ".aside", say("A distance of up to 2000 mm would do."));
    constexpr std::size_t clamps = 4;
    if (holding.clamps.size() > clamps)
        return fault(place + ".clamps", say("Up to {clamps} clamps would do.", {{"clamps", clamps}}));
    for (const ClampAt& each : holding.clamps)
        if (each.quarter < 1 || each.quarter > 3)
            return fault(place + ".clamps", say("A quarter of 1, 2 or 3 would do."));
    if (holding.centre)
        for (const Length along : {holding.centre->at.x, holding.centre->at.y})
            if (!(abs(along) <= furthest))
                return fault(place + ".centre", say("A place up to 2000 mm from zero would do."));
    for (const Length scatter : {holding.batch.length_scatter, holding.batch.width_scatter})
        if (!(scatter >= Length{} && scatter <= Length::mm(20.0)))
            return fault(place + ".batch", say("Pieces scatter by nought up to 20 mm either way."));
    if (Fault found = adjusting_fault(place + ".adjusting", holding.adjusting))
        return found;
    if (holding.touches < 1 || holding.touches > limits::touches)
        return fault(place + ".touches",
                     say("A face touched 1 to {touches} times would do.", {{"touches", limits::touches}}));
    return std::nullopt;
}

Fault setup_fault(const std::string& place, const Job& job, const Setup& setup) {
    const std::pair<const char*, const std::string*> texts[] = {
        {".name", &setup.name}, {".machine.id", &setup.machine.id}, {".machine.name", &setup.machine.name}};
    for (const auto& [what, text] : texts)
        if (Fault found = words_fault(place + what, say("This text"), *text, limits::text))
            return found;
    const std::vector<Face> faces = faces_of(job.blank.shape);
    if (std::find(faces.begin(), faces.end(), setup.up) == faces.end())
        return fault(place + ".up",
                     say("A {shape} is not drilled from there. Take this set-up away, or give it another face.",
                         {{"shape", in_words(job.blank.shape)}}));
    if (Fault found = operations_fault(place, setup.makes))
        return found;
    if (Fault found = holding_fault(place + ".holding", setup.holding))
        return found;
    return wishes_fault(place, setup.order);
}

} // namespace

Fault setups_fault(const Job& job) {
    if (job.setups.empty() || job.setups.size() > limits::setups)
        return fault("setups", say("A job has from 1 to {setups} set-ups.", {{"setups", limits::setups}}));
    if (job.next_id > limits::ids)
        return fault("next_id", say("Numbers of patterns and set-ups up to {ids} would do.", {{"ids", limits::ids}}));
    std::set<int> ids;
    for (std::size_t i = 0; i < job.setups.size(); ++i) {
        const std::string place = fmt::format("setups[{}]", i);
        const Setup& setup = job.setups[i];
        if (setup.id < 1 || setup.id >= job.next_id || !ids.insert(setup.id).second)
            return fault(place + ".id", say("Every set-up needs a number of its own, from 1 and below next_id."));
        if (Fault found = setup_fault(place, job, setup))
            return found;
    }
    if (!ids.contains(job.setup) || at_hand(job).up != job.blank.up)
        return fault("setup_at_hand",
                     say("The set-up at hand has to be one of the job's, with the face up that is shown."));
    return std::nullopt;
}

namespace {

// Figures a readout was set to or showed: as far as any machine reaches.
Fault set_fault(const std::string& line, const Happening& what) {
    const auto within = [](Length figure) { return abs(figure) <= Length::mm(1e5); };
    const std::string would_do = say("A figure of a readout up to 100 m either way would do.");
    if (const auto* done = std::get_if<Done>(&what))
        for (const AxisSet& each : done->set) {
            if (!within(each.to) || (each.before && !within(*each.before)))
                return fault(line + ".set", would_do);
            if (Fault found = words_fault(line + ".set.with", say("A finder's name"), each.with, limits::name))
                return found;
        }
    if (const auto* zero = std::get_if<ZeroRestored>(&what)) {
        if (!within(zero->by))
            return fault(line + ".by", would_do);
        return words_fault(line + ".machine", say("A machine's id"), zero->machine, limits::name);
    }
    if (const auto* found = std::get_if<ZeroFoundAgain>(&what)) {
        if (found->touches.size() > limits::zero_touches)
            return fault(line + ".touches", say("Up to {most} touches would do.", {{"most", limits::zero_touches}}));
        for (const ZeroTouch& each : found->touches) {
            for (const Length figure : {each.place.x, each.place.y, each.shown.x, each.shown.y})
                if (!within(figure))
                    return fault(line + ".touches", would_do);
            if (!(each.within > Length{}) || !within(each.within))
                return fault(line + ".touches.within", say("A length above nought would do."));
        }
    }
    return std::nullopt;
}

} // namespace

std::optional<Problem> first_fault(const std::vector<Piece>& begun) {
    std::size_t events = 0;
    int last = all_pieces - 1;
    for (std::size_t i = 0; i < begun.size(); ++i) {
        const Piece& piece = begun[i];
        const std::string place = fmt::format("begun[{}]", i);
        if (piece.number <= last || piece.number > limits::pieces)
            return fault(place + ".number", say("Pieces have numbers that rise from 1, each its own."));
        last = piece.number;
        if (Fault found = words_fault(place + ".mark", say("The mark of a piece"), piece.mark, limits::name))
            return found;
        if (piece.standing)
            if (Fault found =
                    words_fault(place + ".standing.path", say("A fingerprint"), piece.standing->path, limits::name))
                return found;
        events += piece.log.size();
        std::int64_t id = 0;
        for (std::size_t k = 0; k < piece.log.size(); ++k) {
            const std::string line = fmt::format("{}.log[{}]", place, k);
            if (piece.log[k].id <= id)
                return fault(line + ".id", say("The lines of a log have numbers that rise from 1."));
            id = piece.log[k].id;
            if (const auto* noted = std::get_if<Noted>(&piece.log[k].what))
                if (Fault found = words_fault(line + ".text", say("A note"), noted->text, limits::text))
                    return found;
            if (Fault found = set_fault(line, piece.log[k].what))
                return found;
            if (const auto* back = std::get_if<TakenBack>(&piece.log[k].what))
                if (back->event < 1 || back->event >= id)
                    return fault(line + ".event", say("Only what stands above it in the log can be taken back."));
        }
    }
    if (events > limits::events)
        return fault("begun", say("The logs of a job hold up to {events} lines. Begin a new job for the next pieces.",
                                  {{"events", limits::events}}));
    return std::nullopt;
}

} // namespace clockface
