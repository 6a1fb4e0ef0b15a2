#include "formats/practice_json.h"

#include "formats/json_values.h"

namespace clockface {

std::string practice_to_json(const PracticeResult& result) {
    ordered out{{"clockface", "practice-result"}, {"version", 1},      {"job", result.job},
                {"machine", result.machine},      {"who", result.who}, {"seconds", result.seconds},
                {"right", result.right()}};
    out["holes"] = ordered::array();
    for (const PractisedHole& each : result.holes) {
        ordered hole{{"hole", each.name}, {"drawn", point(each.drawn)}, {"cut", each.cut}};
        if (each.cut) {
            hole["made"] = point(each.made);
            hole["miss"] = each.miss.in_mm();
            hole["right"] = each.right;
        }
        out["holes"].push_back(std::move(hole));
    }
    out["faults"] = result.complaints;
    return out.dump(2, ' ', false, ordered::error_handler_t::replace) + "\n";
}

} // namespace clockface
