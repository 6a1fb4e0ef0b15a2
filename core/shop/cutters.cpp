#include "shop/cutters.h"

#include "measure/drill_names.h"
#include "shop/cutter_points.h"
#include "shop/tables.h"
#include "shop/threads.h"
#include "words/say.h"

#include <algorithm>
#include <fmt/format.h>
#include <iterator>

namespace clockface {

namespace {

constexpr double centre_cone = 60.0; // degrees

// Taps cut to about four of their diameters, reamers to six: common lengths, replaced by a single cutter's own figure.
constexpr double tap_reach = 4.0;
constexpr double reamer_reach = 6.0;

Cutter sized_drill(const std::string& size, Length diameter, bool metric, bool stub) {
    const DrillLength& length = drill_length(diameter);
    Cutter out;
    out.kind = CutterKind::Drill;
    out.size = size;
    out.name = fmt::format("{}{}{} drill", stub ? "stub " : "", size, metric ? " mm" : "");
    out.diameter = diameter;
    out.point = Angle::degrees(usual_drill_point);
    out.flute = stub ? length.stub_flute : length.flute;
    out.overall = stub ? length.stub_overall : length.overall;
    return out;
}

Cutter centre_drill(const CentreDrillSize& size) {
    Cutter out;
    out.kind = CutterKind::CentreDrill;
    out.size = size.name;
    out.name = size.name + " centre drill";
    out.diameter = size.body;
    out.tip = size.tip;
    out.tip_length = size.tip_length;
    out.point = Angle::degrees(centre_cone);
    out.flute = size.tip_length + cone_depth(size.body, out.point, size.tip);
    constexpr double shank = 4.5; // bodies are about this long for their width
    out.overall = size.body * shank + Length::mm(25.0);
    return out;
}

Cutter sold_reamer(const SoldReamer& size) {
    Cutter out;
    out.kind = CutterKind::Reamer;
    out.size = size.name;
    out.name = size.name + (size.inch ? " reamer" : " mm reamer");
    out.diameter = size.size;
    out.flute = size.size * reamer_reach + Length::mm(10.0);
    out.overall = out.flute * 2.0;
    return out;
}

Cutter sold_counterbore(const ScrewHead& head) {
    Cutter out;
    out.kind = CutterKind::Counterbore;
    out.size = head.screw;
    out.name = head.screw + " counterbore";
    out.diameter = head.counterbore;
    const auto clear = clearance_for(head.screw);
    out.tip = clear ? clear->normal : head.major;
    out.flute = head.height * 2.0;
    out.overall = Length::mm(70.0);
    return out;
}

Cutter tap(const Thread& thread, TapLead lead) {
    Cutter out;
    out.kind = CutterKind::Tap;
    out.size = thread.name;
    out.name = fmt::format("{} {} tap", thread.name, name_of(lead));
    out.diameter = thread.major;
    out.lead = lead;
    out.flute = thread.major * tap_reach + Length::mm(4.0);
    out.overall = out.flute * 2.0 + Length::mm(20.0);
    return out;
}

// The whole of a family, small to large.
std::vector<Cutter> family(SetFamily which) {
    std::vector<Cutter> out;
    const auto drills = [&](DrillFamily of, bool stub) {
        for (const NamedDrill& drill : all_drills())
            if (drill.family == of)
                out.push_back(sized_drill(drill.name, drill.size, of == DrillFamily::Metric, stub));
    };
    const auto centres = [&](bool inch) {
        for (const CentreDrillSize& size : all_centre_drills())
            if (size.inch == inch)
                out.push_back(centre_drill(size));
    };
    const auto reamers = [&](bool inch) {
        for (const SoldReamer& size : sold_reamers())
            if (size.inch == inch)
                out.push_back(sold_reamer(size));
    };
    switch (which) {
    case SetFamily::Fractional:
        drills(DrillFamily::Fractional, false);
        break;
    case SetFamily::Number:
        drills(DrillFamily::Number, false);
        break;
    case SetFamily::Letter:
        drills(DrillFamily::Letter, false);
        break;
    case SetFamily::Metric:
        drills(DrillFamily::Metric, false);
        break;
    case SetFamily::StubMetric:
        drills(DrillFamily::Metric, true);
        break;
    case SetFamily::PlainCentres:
        centres(true);
        break;
    case SetFamily::FormACentres:
        centres(false);
        break;
    case SetFamily::MetricReamers:
        reamers(false);
        break;
    case SetFamily::InchReamers:
        reamers(true);
        break;
    case SetFamily::Counterbores:
        for (const ScrewHead& head : all_heads())
            out.push_back(sold_counterbore(head));
        break;
    }
    return out;
}

const std::vector<Cutter>& whole_family(SetFamily which) {
    static const std::vector<std::vector<Cutter>> all = [] {
        std::vector<std::vector<Cutter>> families;
        for (int i = 0; i <= static_cast<int>(SetFamily::Counterbores); ++i)
            families.push_back(family(static_cast<SetFamily>(i)));
        return families;
    }();
    return all.at(static_cast<std::size_t>(which));
}

// Whether a size is one of the steps from the first.
bool on_step(Length from, Length size, Length step) {
    if (step <= Length{})
        return true;
    const double steps = (size - from) / step;
    constexpr double same = 1e-3;
    return std::fabs(steps - std::round(steps)) < same;
}

void add_set(const CutterSet& set, std::vector<Cutter>& out) {
    const std::vector<Cutter>& all = whole_family(set.family);
    const auto named = [&](const std::string& size) {
        return std::find_if(all.begin(), all.end(), [&](const Cutter& each) { return each.size == size; });
    };
    auto first = named(set.from);
    auto last = named(set.to);
    if (first == all.end() || last == all.end())
        return; // first_fault(shop) sees to it that both are there
    if (first > last)
        std::swap(first, last); // "#60 to #1": numbers fall as sizes rise
    for (auto each = first; each <= last; ++each)
        if (on_step(first->diameter, each->diameter, set.step) &&
            std::find(set.without.begin(), set.without.end(), each->size) == set.without.end())
            out.push_back(*each);
}

} // namespace

Cutter plain_drill(const std::string& name, Length diameter) {
    Cutter out = sized_drill(name, diameter, false, false);
    out.name = name;
    return out;
}

std::vector<Cutter> cutters_in(const Drawer& drawer) {
    std::vector<Cutter> out = drawer.singles;
    for (const CutterSet& set : drawer.sets)
        add_set(set, out);
    for (const TapSet& set : drawer.taps)
        if (const auto thread = find_thread(set.thread))
            for (const auto& [there, lead] :
                 {std::pair(set.taper, TapLead::Taper), {set.plug, TapLead::Plug}, {set.bottoming, TapLead::Bottoming}})
                if (there)
                    out.push_back(tap(*thread, lead));
    // Singles stand first, so they stay where a set has the same.
    std::stable_sort(out.begin(), out.end(), [](const Cutter& a, const Cutter& b) {
        if (a.kind != b.kind)
            return a.kind < b.kind;
        if (a.diameter != b.diameter)
            return a.diameter < b.diameter;
        return a.name < b.name;
    });
    out.erase(std::unique(out.begin(), out.end(), [](const Cutter& a, const Cutter& b) { return a.name == b.name; }),
              out.end());
    return out;
}

const std::vector<Cutter>& cutters_sold() {
    static const std::vector<Cutter> all = [] {
        std::vector<Cutter> out;
        for (int i = 0; i <= static_cast<int>(SetFamily::Counterbores); ++i) {
            const auto& some = whole_family(static_cast<SetFamily>(i));
            out.insert(out.end(), some.begin(), some.end());
        }
        for (const Thread& thread : all_threads())
            for (const TapLead lead : {TapLead::Taper, TapLead::Plug, TapLead::Bottoming})
                out.push_back(tap(thread, lead));
        return out;
    }();
    return all;
}

std::vector<std::string> sizes_of(SetFamily family) {
    std::vector<std::string> out;
    for (const Cutter& each : whole_family(family))
        out.push_back(each.size);
    return out;
}

std::string in_words(SetFamily family) {
    switch (family) {
    case SetFamily::Fractional:
        return say("fractional drills");
    case SetFamily::Number:
        return say("number drills");
    case SetFamily::Letter:
        return say("letter drills");
    case SetFamily::Metric:
        return say("metric drills");
    case SetFamily::StubMetric:
        return say("short metric drills");
    case SetFamily::PlainCentres:
        return say("plain centre drills");
    case SetFamily::FormACentres:
        return say("metric centre drills");
    case SetFamily::MetricReamers:
        return say("metric reamers");
    case SetFamily::InchReamers:
        return say("inch reamers");
    case SetFamily::Counterbores:
        break;
    }
    return say("counterbores");
}

std::string in_words(CutterKind kind) {
    switch (kind) {
    case CutterKind::Drill:
        return say("drill");
    case CutterKind::StepDrill:
        return say("step drill");
    case CutterKind::CentreDrill:
        return say("centre drill");
    case CutterKind::SpotDrill:
        return say("spotting drill");
    case CutterKind::Reamer:
        return say("reamer");
    case CutterKind::Counterbore:
        return say("counterbore");
    case CutterKind::Countersink:
        return say("countersink");
    case CutterKind::Tap:
        break;
    }
    return say("tap");
}

const char* name_of(TapLead lead) {
    if (lead == TapLead::Taper)
        return "taper";
    if (lead == TapLead::Plug)
        return "plug";
    return "bottoming";
}

double lead_threads(TapLead lead) {
    constexpr double taper = 8.0, plug = 4.0, bottoming = 1.5;
    if (lead == TapLead::Taper)
        return taper;
    if (lead == TapLead::Plug)
        return plug;
    return bottoming;
}

Drawer default_drawer() {
    Drawer drawer;
    drawer.sets = {
        {SetFamily::Metric, "1", "13", Length::mm(0.1), {"4.2", "8.4", "11.8"}},
        {SetFamily::Fractional, "1/16", "1/2", {}, {"15/64"}},
        {SetFamily::Number, "#1", "#60", {}, {"#19", "#29"}},
        {SetFamily::PlainCentres, "#1", "#5", {}, {}},
        {SetFamily::MetricReamers, "3", "12", {}, {"3.5", "7"}},
        {SetFamily::Counterbores, "M4", "M8", {}, {}},
    };
    for (const char* thread : {"M3", "M4", "M5", "M6", "M8", "M10", "1/4-20", "1/4-28", "2BA", "4BA"})
        drawer.taps.push_back({thread, true, true, std::string(thread) == "M5" || std::string(thread) == "M6"});
    const auto single = [](CutterKind kind, const char* name, double diameter, double point, double flute) {
        Cutter out;
        out.kind = kind;
        out.name = name;
        out.diameter = Length::mm(diameter);
        out.point = Angle::degrees(point);
        out.flute = Length::mm(flute);
        out.overall = Length::mm(flute + 40.0);
        return out;
    };
    drawer.singles = {single(CutterKind::SpotDrill, "10 mm 90° spotting drill", 10.0, 90.0, 25.0),
                      single(CutterKind::Countersink, "20.5 mm 90° countersink", 20.5, 90.0, 12.0)};
    drawer.fluids = {"cutting oil", "paraffin"};
    return drawer;
}

CutterSet new_set(SetFamily family) {
    const auto sizes = sizes_of(family);
    return {family, sizes.front(), sizes.back(), {}, {}};
}

Cutter new_single(CutterKind kind, int number) {
    Cutter made;
    made.kind = kind;
    made.name = "my " + in_words(kind) + " " + std::to_string(number);
    made.diameter = Length::mm(8.0);
    made.point = Angle::degrees(90.0);
    if (kind == CutterKind::Drill)
        made.point = Angle::degrees(usual_drill_point);
    else if (kind == CutterKind::CentreDrill)
        made.point = Angle::degrees(60.0);
    else if (kind == CutterKind::Reamer || kind == CutterKind::Counterbore || kind == CutterKind::Tap)
        made.point = {};
    if (kind == CutterKind::Tap) {
        made.size = "M8";
    } else if (kind == CutterKind::CentreDrill || kind == CutterKind::StepDrill || kind == CutterKind::Counterbore) {
        made.tip = Length::mm(4.0);
        made.tip_length = Length::mm(4.0);
    }
    made.flute = Length::mm(30.0);
    made.overall = Length::mm(75.0);
    return made;
}

} // namespace clockface
