#include "formats/json_values.h"

#include "formats/json_words.h"
#include "words/say.h"

namespace clockface {

using nlohmann::json;

const std::vector<std::string>& face_words() {
    static const std::vector<std::string> faces = {"top", "under", "front", "back", "left", "right"};
    return faces;
}

const std::vector<std::string>& axis_words() {
    static const std::vector<std::string> axes = {"x", "y"};
    return axes;
}

ordered point(Point at) {
    return ordered::array({at.x.in_mm(), at.y.in_mm()});
}

ordered points(const std::vector<Point>& list) {
    ordered out = ordered::array();
    for (const Point& each : list)
        out.push_back(point(each));
    return out;
}

Length length(JsonObject& in, const std::string& name) {
    return Length::mm(in.number(name));
}

std::optional<Length> optional_length(JsonObject& in, const std::string& name) {
    return in.has(name) ? std::optional(length(in, name)) : std::nullopt;
}

Point read_point(JsonObject& in, const std::string& name) {
    const json& pair = in.array(name, 2);
    if (pair.size() != 2)
        return {};
    return {Length::mm(number_at(pair[0], in.place_of(name), in.fault())),
            Length::mm(number_at(pair[1], in.place_of(name), in.fault()))};
}

std::vector<Point> read_points(JsonObject& in, const std::string& name) {
    std::vector<Point> out;
    for (const json& pair : in.array(name)) {
        if (!pair.is_array() || pair.size() != 2) {
            in.fault().note(in.place_of(name), say("Pairs of two numbers in [ ] are expected here."));
            return {};
        }
        out.push_back({Length::mm(number_at(pair[0], in.place_of(name), in.fault())),
                       Length::mm(number_at(pair[1], in.place_of(name), in.fault()))});
    }
    return out;
}

Angle angle(JsonObject& in, const std::string& name) {
    return Angle::degrees(in.number(name));
}
Sense sense(JsonObject& in, const std::string& name) {
    return static_cast<Sense>(in.word(name, sense_words()));
}

bool yes(JsonObject& in, const std::string& name) {
    return in.has(name) && in.flag(name);
}

Face read_face(JsonObject& in, const std::string& name) {
    return in.has(name) ? static_cast<Face>(in.word(name, face_words())) : Face::Top;
}

} // namespace clockface
