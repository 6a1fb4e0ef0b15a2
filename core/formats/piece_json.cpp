#include "formats/piece_json.h"

#include "formats/json_words.h"
#include "measure/limits.h"

#include <chrono>
#include <cstdio>
#include <fmt/chrono.h>

namespace clockface {

namespace {

using nlohmann::json;

const std::vector<std::string> acts = {"zero", "lay", "tool", "move", "mark", "touch", "cut", "check"};
const std::vector<std::string> happenings = {"done",     "taken-back", "went-to",       "spoiled",
                                             "measured", "noted",      "zero-restored", "zero-found-again"};
const std::vector<std::string> touched = {"place", "edge-x", "edge-y"};
const std::vector<std::string> axes = {"x", "y"};

ordered deed_json(const Job& job, const Deed& deed) {
    ordered out{{"setup", deed.setup}, {"act", word_for(deed.act, acts)}};
    if (deed.hole)
        write_hole(out, job, *deed.hole);
    if (!deed.what.empty())
        out["what"] = deed.what;
    if (!deed.with.empty())
        out["with"] = deed.with;
    if (deed.again != 0)
        out["again"] = deed.again;
    return out;
}

Deed read_deed(JsonObject& in) {
    Deed deed;
    deed.setup = in.integer("setup");
    deed.act = static_cast<Act>(in.word("act", acts));
    if (in.has("pattern"))
        deed.hole = read_hole(in);
    if (in.has("what"))
        deed.what = in.text("what");
    if (in.has("with"))
        deed.with = in.text("with");
    if (in.has("again"))
        deed.again = in.integer("again");
    return deed;
}

Done read_done(JsonObject& in) {
    Done done;
    done.deed = read_deed(in);
    if (in.has("made")) {
        JsonObject made(in.member("made"), in.place_of("made"), in.fault());
        const Point from_zero = read_point(made, "from_zero");
        done.made = Made{from_zero, read_point(made, "from_middle"), length(made, "deep")};
    }
    if (in.has("set")) {
        const json& all = in.array("set");
        for (const json& each : all) {
            JsonObject axis(each, in.place_of("set"), in.fault());
            AxisSet set;
            set.axis = static_cast<Axis>(axis.word("axis", axes));
            set.to = length(axis, "to");
            if (axis.has("before"))
                set.before = length(axis, "before");
            if (axis.has("with"))
                set.with = axis.text("with");
            done.set.push_back(set);
        }
    }
    return done;
}

struct HappeningOut {
    const Job& job;
    ordered& out;

    void operator()(const Done& done) const {
        out.update(deed_json(job, done.deed));
        if (done.made)
            out["made"] = {{"from_zero", point(done.made->from_zero)},
                           {"from_middle", point(done.made->from_middle)},
                           {"deep", done.made->deep.in_mm()}};
        for (const AxisSet& each : done.set) {
            ordered set{{"axis", word_for(each.axis, axes)}, {"to", each.to.in_mm()}};
            if (each.before)
                set["before"] = each.before->in_mm();
            if (!each.with.empty())
                set["with"] = each.with;
            out["set"].push_back(std::move(set));
        }
    }
    void operator()(const ZeroRestored& zero) const {
        out["setup"] = zero.setup;
        out["machine"] = zero.machine;
        out["axis"] = word_for(zero.axis, axes);
        out["by"] = zero.by.in_mm();
    }
    void operator()(const ZeroFoundAgain& found) const {
        out["setup"] = found.setup;
        out["touches"] = ordered::array();
        for (const ZeroTouch& each : found.touches) {
            ordered touch{{"what", word_for(each.what, touched)}};
            if (each.hole)
                write_hole(touch, job, *each.hole);
            touch["place"] = point(each.place);
            touch["shown"] = point(each.shown);
            touch["within"] = each.within.in_mm();
            out["touches"].push_back(std::move(touch));
        }
    }
    void operator()(const TakenBack& back) const { out["event"] = back.event; }
    void operator()(const WentTo& went) const {
        out["setup"] = went.setup;
        if (went.hole)
            write_hole(out, job, *went.hole);
    }
    void operator()(const Spoiled& spoiled) const { write_hole(out, job, spoiled.hole); }
    void operator()(const Inspected& reading) const {
        write_hole(out, job, reading.hole);
        out["what"] = reading.what;
        out["is"] = reading.is.in_mm();
    }
    void operator()(const Noted& noted) const { out["text"] = noted.text; }
};

ZeroFoundAgain read_found_again(JsonObject& in) {
    ZeroFoundAgain found{in.integer("setup"), {}};
    const json& all = in.array("touches");
    for (std::size_t i = 0; i < all.size() && i <= limits::zero_touches; ++i) {
        JsonObject touch(all[i], fmt::format("{}[{}]", in.place_of("touches"), i), in.fault());
        ZeroTouch& each = found.touches.emplace_back();
        each.what = static_cast<TouchedAt>(touch.word("what", touched));
        if (touch.has("pattern"))
            each.hole = read_hole(touch);
        each.place = read_point(touch, "place");
        each.shown = read_point(touch, "shown");
        each.within = length(touch, "within");
    }
    return found;
}

Event read_event(const json& value, const std::string& place, FirstFault& fault) {
    JsonObject in(value, place, fault);
    Event event;
    event.id = in.integer("id");
    event.time = read_time(in, "time");
    switch (in.word("what_happened", happenings)) {
    case 0:
        event.what = read_done(in);
        break;
    case 1:
        event.what = TakenBack{in.integer("event")};
        break;
    case 2: {
        WentTo went{in.integer("setup"), std::nullopt};
        if (in.has("pattern"))
            went.hole = read_hole(in);
        event.what = went;
        break;
    }
    case 3:
        event.what = Spoiled{read_hole(in)};
        break;
    case 4: {
        const HoleId hole = read_hole(in);
        const std::string what = in.text("what");
        event.what = Inspected{hole, what, length(in, "is")};
        break;
    }
    case 5:
        event.what = Noted{in.text("text")};
        break;
    case 7:
        event.what = read_found_again(in);
        break;
    default: {
        ZeroRestored zero;
        zero.setup = in.integer("setup");
        zero.machine = in.text("machine");
        zero.axis = static_cast<Axis>(in.word("axis", axes));
        zero.by = length(in, "by");
        event.what = zero;
    }
    }
    return event;
}

Piece read_piece(const json& value, const std::string& place, FirstFault& fault) {
    JsonObject in(value, place, fault);
    Piece piece;
    piece.number = in.integer("number");
    if (in.has("mark"))
        piece.mark = in.text("mark");
    const json& log = in.array("log");
    for (std::size_t i = 0; i < log.size() && i <= limits::events; ++i)
        piece.log.push_back(read_event(log[i], fmt::format("{}.log[{}]", place, i), fault));
    if (in.has("played"))
        piece.played = in.flag("played");
    if (in.has("standing")) {
        JsonObject standing(in.member("standing"), in.place_of("standing"), fault);
        const std::string path = standing.has("path") ? standing.text("path") : std::string();
        piece.standing = Standing{read_deed(standing), path};
    }
    return piece;
}

} // namespace

std::string time_text(std::int64_t seconds) {
    return fmt::format("{:%Y-%m-%dT%H:%M:%SZ}", fmt::gmtime(static_cast<std::time_t>(seconds)));
}

std::int64_t read_time(JsonObject& in, const std::string& name) {
    const std::string text = in.text(name);
    int year = 0, month = 0, day = 0, hour = 0, minute = 0, second = 0;
    char end = 0;
    const bool read = std::sscanf(text.c_str(), "%4d-%2d-%2dT%2d:%2d:%2d%c", &year, &month, &day, &hour, &minute,
                                  &second, &end) == 7; // NOLINT(cert-err34-c): the count says what was read
    const std::chrono::year_month_day date{std::chrono::year{year}, std::chrono::month{static_cast<unsigned>(month)},
                                           std::chrono::day{static_cast<unsigned>(day)}};
    if (!read || end != 'Z' || !date.ok() || year < 1970 || hour < 0 || hour > 23 || minute < 0 || minute > 59 ||
        second < 0 || second > 60) {
        in.fault().note(in.place_of(name), "A time such as 2026-04-02T09:15:00Z is expected here.");
        return 0;
    }
    const auto days = std::chrono::sys_days(date).time_since_epoch().count();
    return ((static_cast<std::int64_t>(days) * 24 + hour) * 60 + minute) * 60 + second;
}

void write_hole(ordered& out, const Job& job, const HoleId& hole) {
    out["pattern"] = hole.pattern;
    out["number"] = hole.number;
    if (const auto named = hole_of(job, hole))
        out["hole"] = in_words(*named);
}

HoleId read_hole(JsonObject& in) {
    if (in.has("hole"))
        in.text("hole");
    return {in.integer("pattern"), in.integer("number")};
}

ordered pieces_json(const Job& job) {
    ordered all = ordered::array();
    for (const Piece& piece : job.begun) {
        ordered out{{"number", piece.number}};
        if (!piece.mark.empty())
            out["mark"] = piece.mark;
        if (piece.played)
            out["played"] = true;
        out["log"] = ordered::array();
        for (const Event& event : piece.log) {
            ordered each{{"id", event.id},
                         {"time", time_text(event.time)},
                         {"what_happened", happenings.at(event.what.index())}};
            std::visit(HappeningOut{job, each}, event.what);
            out["log"].push_back(std::move(each));
        }
        if (piece.standing) {
            out["standing"] = deed_json(job, piece.standing->move);
            if (!piece.standing->path.empty())
                out["standing"]["path"] = piece.standing->path;
        }
        all.push_back(std::move(out));
    }
    return all;
}

std::vector<Piece> read_pieces(JsonObject& in) {
    std::vector<Piece> pieces;
    const json& all = in.array("begun");
    for (std::size_t i = 0; i < all.size() && i <= static_cast<std::size_t>(limits::pieces); ++i)
        pieces.push_back(read_piece(all[i], fmt::format("begun[{}]", i), in.fault()));
    return pieces;
}

} // namespace clockface
