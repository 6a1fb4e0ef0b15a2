#include "survey/part_text.h"

#include "measure/figures.h"
#include "measure/limits.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "measure/small_letters.h"
#include "shop/hole_words.h"
#include "survey/survey.h"
#include "words/say.h"

#include <algorithm>
#include <cctype>
#include <fmt/format.h>
#include <functional>
#include <map>

namespace clockface {

namespace {

const std::vector<std::string> design_words = {"circle", "row", "symmetric", "round", "rectangle"};
const std::vector<std::string> marking_words = {"punch",  "screw",         "plug",   "cone",   "scribe",
                                                "marker", "drill-through", "bonded", "measure"};
const std::string not_at_hand = "not-at-hand";

// A remark begins at a # that stands by itself; #29 is a drill.
std::string_view without_remark(std::string_view line) {
    for (std::size_t i = line.find('#'); i != std::string_view::npos; i = line.find('#', i + 1))
        if ((i == 0 || line[i - 1] == ' ') && (i + 1 == line.size() || line[i + 1] == ' '))
            return line.substr(0, i);
    return line;
}

std::vector<std::string> words_of(std::string_view line) {
    std::vector<std::string> out;
    std::string word;
    for (const char c : without_remark(line)) {
        if (std::isspace(static_cast<unsigned char>(c)) || c == ',' || c == ';' || c == ':') {
            if (!word.empty())
                out.push_back(std::move(word));
            word.clear();
        } else {
            word += c;
        }
    }
    if (!word.empty())
        out.push_back(std::move(word));
    return out;
}

// A length so that it comes back the same to the last bit: bare where that works, else in millimetres.
std::string figure(Length length, Unit unit) {
    std::string text = fmt::format("{}", std::round(length.in(unit)*1e9) / 1e9);
    if (Length::of(std::stod(text), unit) == length)
        return text;
    return fmt::format("{}mm", length.in_mm());
}

/// The words of one line, taken from the front.
class Line {
public:
    Line(std::vector<std::string> words, Unit unit)
        : m_words(std::move(words))
        , m_unit(unit) {}

    [[nodiscard]] bool ended() const { return m_next == m_words.size(); }
    [[nodiscard]] const std::optional<std::string>& fault() const { return m_fault; }
    void tell(const std::string& sentence) {
        if (!m_fault)
            m_fault = sentence;
    }
    bool is(const std::string& word) {
        if (ended() || small_letters(m_words[m_next]) != word)
            return false;
        ++m_next;
        return true;
    }
    std::string word(const std::string& what) {
        if (ended()) {
            tell(say("{what} is missing.", {{"what", what}}));
            return {};
        }
        return m_words[m_next++];
    }
    int one_of(const std::vector<std::string>& list, const std::string& what) {
        const std::string said = small_letters(word(what));
        const auto found = std::find(list.begin(), list.end(), said);
        if (found == list.end())
            tell(say("'{said}' is none of: {list}.",
                     {{"said", said}, {"list", fmt::format("{}", fmt::join(list, ", "))}}));
        return found == list.end() ? 0 : static_cast<int>(found - list.begin());
    }
    Length length(const std::string& what) { return length_of(word(what)); }
    Length length_of(const std::string& text) {
        if (m_fault)
            return {};
        const Result<ReadLength> read = read_length(text, m_unit);
        if (!read)
            tell(read.error().sentence);
        return read ? read->value : Length{};
    }
    double number(const std::string& what) {
        const std::string text = word(what);
        if (m_fault)
            return 0.0;
        const Result<double> read = read_number(text);
        if (!read)
            tell(read.error().sentence);
        return read.value_or(0.0);
    }
    int count(const std::string& what, int least, int most, const std::string& of_what) {
        const std::string text = word(what);
        if (m_fault)
            return least;
        const Result<int> read = read_count(text, least, most, of_what);
        if (!read)
            tell(read.error().sentence);
        return read.value_or(least);
    }
    /// Places in the sketch are bare millimetres.
    Point sketched() {
        const double x = number(say("The sketched x")), y = number(say("The sketched y"));
        return {Length::mm(x), Length::mm(y)};
    }
    /// Everything up to one of these words.
    std::string until(const std::vector<std::string>& stops) {
        std::string out;
        while (!ended() && std::find(stops.begin(), stops.end(), small_letters(m_words[m_next])) == stops.end())
            out += (out.empty() ? "" : " ") + m_words[m_next++];
        return out;
    }
    void must_end() {
        if (!ended())
            tell(say("'{next}' was not expected here.", {{"next", m_words[m_next]}}));
    }
    [[nodiscard]] Unit unit() const { return m_unit; }

private:
    std::vector<std::string> m_words;
    std::size_t m_next = 0;
    Unit m_unit;
    std::optional<std::string> m_fault;
};

bool has_value(ReadingKind kind) {
    return kind != ReadingKind::InLine && kind != ReadingKind::Square;
}

void read_hole(Line& line, OldPart& part) {
    static const std::vector<std::string> stops = {"at",    "tapped",    "pin",        "bolt",  "as",
                                                   "depth", "head-room", "free-round", "blind", "by"};
    OldHole hole;
    hole.name = line.word(say("The hole's name"));
    hole.diameter = line.length(say("The diameter"));
    bool placed = false;
    while (!line.ended() && !line.fault()) {
        if (line.is("at")) {
            hole.sketched = line.sketched();
            placed = true;
        } else if (line.is("tapped")) {
            hole.tapped = true;
        } else if (line.is("blind")) {
            hole.access.blind = true;
        } else if (line.is("pin")) {
            hole.pin = line.length(say("The pin's diameter"));
        } else if (line.is("bolt")) {
            hole.bolt = line.length(say("The bolt's diameter"));
        } else if (line.is("depth")) {
            hole.access.depth = line.length(say("The depth"));
        } else if (line.is("head-room")) {
            hole.access.head_room = line.length(say("The head room"));
        } else if (line.is("free-round")) {
            hole.access.free_round = line.length(say("The room beside it"));
        } else if (line.is("by")) {
            hole.access.way = static_cast<MarkWay>(line.one_of(marking_words, say("The way of marking")));
        } else if (line.is("as")) {
            const Result<ReadHole> read = read_hole_size(line.until(stops), line.unit());
            if (!read)
                line.tell(read.error().sentence);
            else
                hole.made_as = read->spec;
        } else {
            line.must_end();
        }
    }
    if (!placed)
        line.tell(say("Where it stands in the sketch is missing: at 12 40."));
    part.holes.push_back(std::move(hole));
}

void read_instrument(Line& line, OldPart& part) {
    const int which = line.one_of(instrument_words(), say("The instrument"));
    InstrumentError& error = part.instruments[static_cast<std::size_t>(which)];
    const bool angle =
        which == static_cast<int>(Instrument::Protractor) || which == static_cast<int>(Instrument::TrySquare);
    if (angle)
        error.angle_error = Angle::degrees(line.number(say("Its error")));
    else
        error.error = line.length(say("Its error"));
    error.reach.reset();
    error.at_hand = true;
    while (!line.ended() && !line.fault()) {
        if (line.is("to"))
            error.reach = line.length(say("Its reach"));
        else if (line.is(not_at_hand))
            error.at_hand = false;
        else
            line.must_end();
    }
}

void read_edge(Line& line, OldPart& part) {
    OldEdge edge;
    edge.name = line.word(say("The edge's name"));
    if (!line.is("from"))
        line.tell(say("Where it lies in the sketch is missing: from 0 0 to 120 0."));
    edge.from = line.sketched();
    if (!line.is("to"))
        line.tell(say("Its other end is missing: to 120 0."));
    edge.to = line.sketched();
    line.must_end();
    part.edges.push_back(std::move(edge));
}

void read_design(Line& line, OldPart& part) {
    Design design;
    design.kind = static_cast<DesignKind>(line.one_of(design_words, say("The kind of design")));
    if (design.kind == DesignKind::Circle)
        design.count = line.count(say("The number of spaces"), least_spaces, most_spaces, "spaces");
    if (line.is("of"))
        design.size = line.length(say("The size"));
    if (design.kind == DesignKind::Rectangle) {
        if (!line.is("by"))
            line.tell(say("Its other side is missing: rectangle of 80 by 50."));
        design.across = line.length(say("The other side"));
    }
    while (!line.ended() && !line.fault()) {
        const std::string text = line.word(say("A hole"));
        const std::size_t slash = text.find('/');
        const std::string slot = slash == std::string::npos ? "" : text.substr(slash + 1);
        if (slot.empty() || slot.size() > 4 ||
            !std::all_of(slot.begin(), slot.end(), [](unsigned char c) { return std::isdigit(c); })) {
            line.tell(say("'{text}' should be a hole and its place, such as H1/0.", {{"text", text}}));
            return;
        }
        design.places.emplace_back(text.substr(0, slash), std::stoi(slot));
    }
    part.designs.push_back(std::move(design));
}

void read_laying(Line& line, OldPart& part) {
    Laying laying;
    while (!line.ended() && !line.fault()) {
        if (line.is("centred")) {
            laying.centred = true;
        } else if (line.is("at")) {
            laying.at = {line.length("X"), Length{}};
            laying.at.y = line.length("Y");
        } else if (line.is("bearing")) {
            laying.bearing = Angle::degrees(line.number(say("The bearing")));
        } else if (line.is("as-seen")) {
            laying.mirrored = false;
        } else if (line.is("turned-over")) {
            laying.mirrored = true;
        } else {
            line.must_end();
        }
    }
    part.laying = laying;
}

void read_marks(Line& line, OldPart& part) {
    MarkingTerms terms;
    terms.face_to_face = terms.drill_guide = terms.bonded = false;
    while (!line.ended() && !line.fault()) {
        if (line.is("face-to-face"))
            terms.face_to_face = true;
        else if (line.is("drill-guide"))
            terms.drill_guide = true;
        else if (line.is("bonded"))
            terms.bonded = true;
        else if (line.is("within"))
            terms.within = line.length(say("How far out a hole may be"));
        else
            line.must_end();
    }
    part.marking = terms;
}

Reading read_one(Line& line, const std::string& word, const OldPart& part) {
    Reading out;
    const Result<ReadingKind> kind = read_kind(word);
    if (!kind) {
        line.tell(kind.error().sentence);
        return out;
    }
    out.kind = *kind;
    std::size_t names = features_of(out.kind).size();
    const auto name = [&] {
        const std::string said =
            line.word(fmt::format("{} names {}; one of them", kind_in_words(out.kind), features_in_words(out.kind)));
        // Names are kept as the part spells them.
        if (const int hole = hole_index(part, said); hole >= 0)
            return part.holes[static_cast<std::size_t>(hole)].name;
        if (const int edge = edge_index(part, said); edge >= 0)
            return part.edges[static_cast<std::size_t>(edge)].name;
        return said;
    };
    for (std::size_t k = 0; k < names && !line.fault(); ++k) {
        out.between.push_back(name());
        if (out.kind == ReadingKind::Square && k == 0 && edge_index(part, out.between[0]) >= 0)
            names = 2;
    }
    if (has_value(out.kind)) {
        const std::string text = line.until({"by", "struck"});
        if (text.empty())
            line.tell(say("The reading itself is missing."));
        else if (out.kind == ReadingKind::AngleAt) {
            const Result<ReadAngle> angle = read_turn(text);
            if (!angle)
                line.tell(angle.error().sentence);
            else
                out.angle = angle->value;
        } else {
            out.length = line.length_of(text);
        }
    }
    while (!line.ended() && !line.fault()) {
        if (line.is("by"))
            out.with = static_cast<Instrument>(line.one_of(instrument_words(), say("The instrument")));
        else if (line.is("struck"))
            out.struck = true;
        else
            line.must_end();
    }
    if (!line.fault())
        if (const auto fault = fault_of(part, out))
            line.tell(*fault);
    return out;
}

std::string hole_line(const OldHole& hole, Unit unit) {
    std::string out = fmt::format("hole {} {}{} at {} {}", hole.name, figure(hole.diameter, unit),
                                  hole.tapped ? " tapped" : "", hole.sketched.x.in_mm(), hole.sketched.y.in_mm());
    const auto add = [&](const char* word, const std::optional<Length>& length) {
        if (length)
            out += fmt::format(" {} {}", word, figure(*length, unit));
    };
    add("pin", hole.pin);
    add("bolt", hole.bolt);
    if (const auto& spec = hole.made_as) {
        out += " as";
        if (spec->purpose != Purpose::Tapped)
            out += " " + figure(spec->diameter, unit);
        if (!spec->label.empty())
            out += " " + spec->label;
    }
    if (hole.access.depth > Length{})
        out += " depth " + figure(hole.access.depth, unit);
    if (hole.access.blind)
        out += " blind";
    add("head-room", hole.access.head_room);
    add("free-round", hole.access.free_round);
    if (hole.access.way)
        out += " by " + marking_words.at(static_cast<std::size_t>(*hole.access.way));
    return out;
}

std::string design_line(const Design& design, Unit unit) {
    std::string out = "design " + design_words[static_cast<std::size_t>(design.kind)];
    if (design.kind == DesignKind::Circle)
        out += fmt::format(" {}", design.count);
    if (design.kind != DesignKind::Symmetric)
        out += " of " + figure(design.size, unit);
    if (design.kind == DesignKind::Rectangle)
        out += " by " + figure(design.across, unit);
    out += ":";
    for (const auto& [name, slot] : design.places)
        out += fmt::format(" {}/{}", name, slot);
    return out;
}

std::string laying_line(const Laying& laying, Unit unit) {
    std::string out = laying.centred
                          ? "lay centred"
                          : fmt::format("lay at {} {}", figure(laying.at.x, unit), figure(laying.at.y, unit));
    if (laying.bearing != Angle{})
        out += fmt::format(" bearing {}", laying.bearing.in_degrees());
    if (laying.mirrored)
        out += *laying.mirrored ? " turned-over" : " as-seen";
    return out;
}

std::string marks_line(const MarkingTerms& terms, Unit unit) {
    return fmt::format("marks{}{}{} within {}", terms.face_to_face ? " face-to-face" : "",
                       terms.drill_guide ? " drill-guide" : "", terms.bonded ? " bonded" : "",
                       figure(terms.within, unit));
}

} // namespace

Result<Reading> read_reading(std::string_view text, const OldPart& part) {
    Line line(words_of(text), part.unit);
    const std::string word = line.word(say("The kind of reading"));
    Reading out = read_one(line, word, part);
    if (line.fault())
        return problem({}, *line.fault());
    return out;
}

std::string to_line(const Reading& reading, Unit unit) {
    std::string out = fmt::format("{} {}", word_of(reading.kind), fmt::join(reading.between, " "));
    if (reading.kind == ReadingKind::AngleAt)
        out += fmt::format(" {}", reading.angle.in_degrees());
    else if (has_value(reading.kind))
        out += " " + figure(reading.length, unit);
    if (reading.with)
        out += " by " + instrument_words().at(static_cast<std::size_t>(*reading.with));
    return out + (reading.struck ? " struck" : "");
}

std::vector<std::string> to_lines(const OldPart& part) {
    std::vector<std::string> out{"unit " + unit_name(part.unit)};
    const std::vector<InstrumentError> usual = usual_instruments();
    for (std::size_t i = 0; i < part.instruments.size(); ++i) {
        const InstrumentError& each = part.instruments[i];
        if (i < usual.size() && each == usual[i])
            continue;
        const bool angle = each.error == Length{};
        out.push_back(fmt::format(
            "instrument {} {}{}{}", instrument_words().at(i),
            angle ? fmt::format("{}", each.angle_error.in_degrees()) : figure(each.error, part.unit),
            each.reach ? " to " + figure(*each.reach, part.unit) : "", each.at_hand ? "" : " " + not_at_hand));
    }
    for (const OldHole& hole : part.holes)
        out.push_back(hole_line(hole, part.unit));
    for (const OldEdge& edge : part.edges)
        out.push_back(fmt::format("edge {} from {} {} to {} {}", edge.name, edge.from.x.in_mm(), edge.from.y.in_mm(),
                                  edge.to.x.in_mm(), edge.to.y.in_mm()));
    for (const Reading& reading : part.readings)
        out.push_back(to_line(reading, part.unit));
    if (!part.zero.empty())
        out.push_back("zero " + part.zero);
    if (!part.along.empty())
        out.push_back("along " + part.along);
    for (const Design& design : part.designs)
        out.push_back(design_line(design, part.unit));
    out.push_back(laying_line(part.laying, part.unit));
    out.push_back(marks_line(part.marking, part.unit));
    return out;
}

Result<OldPart> read_old_part(const std::vector<std::string>& lines) {
    OldPart part;
    // Readings may stand before the holes they name, so they are read last.
    std::vector<std::pair<std::size_t, std::string>> readings;
    const std::map<std::string, std::function<void(Line&)>> others = {
        {"unit",
         [&](Line& line) {
             part.unit = line.one_of({"mm", "in"}, say("The unit")) == 1 ? Unit::Inch : Unit::Millimetre;
         }},
        {"instrument", [&](Line& line) { read_instrument(line, part); }},
        {"hole", [&](Line& line) { read_hole(line, part); }},
        {"edge", [&](Line& line) { read_edge(line, part); }},
        {"design", [&](Line& line) { read_design(line, part); }},
        {"lay", [&](Line& line) { read_laying(line, part); }},
        {"marks", [&](Line& line) { read_marks(line, part); }},
        {"zero", [&](Line& line) { part.zero = line.word(say("The hole")); }},
        {"along", [&](Line& line) { part.along = line.word(say("The hole or edge")); }}};
    const auto place = [](std::size_t index) { return fmt::format("line {}", index + 1); };
    // Before any work: what follows looks names up in lists.
    if (lines.size() > limits::old_part_lines)
        return problem("old part", fmt::format("{} lines are more than the {} that can be worked out together.",
                                               lines.size(), limits::old_part_lines));
    for (std::size_t i = 0; i < lines.size(); ++i) {
        if (lines[i].size() > limits::table_line)
            return problem(place(i), say("A line has up to {limits} letters.", {{"limits", limits::table_line}}));
        std::vector<std::string> words = words_of(lines[i]);
        if (words.empty())
            continue;
        const auto known = others.find(small_letters(words[0]));
        if (known == others.end()) {
            readings.emplace_back(i, lines[i]);
            continue;
        }
        words.erase(words.begin());
        Line line(std::move(words), part.unit);
        known->second(line);
        line.must_end();
        if (line.fault())
            return problem(place(i), *line.fault());
    }
    for (const auto& [index, text] : readings) {
        Result<Reading> reading = read_reading(text, part);
        if (!reading)
            return problem(place(index), reading.error().sentence);
        part.readings.push_back(std::move(*reading));
    }
    if (auto fault = first_fault(part))
        return problem(fault->place, fault->sentence);
    return part;
}

} // namespace clockface
