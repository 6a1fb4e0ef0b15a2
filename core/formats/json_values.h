// Lengths, points, angles and faces as job files hold them: millimetres, pairs from zero, degrees, words.
#pragma once

#include "formats/json_reader.h"
#include "job/job.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

using ordered = nlohmann::ordered_json;

const std::vector<std::string>& face_words();
const std::vector<std::string>& axis_words();

ordered point(Point at);
ordered points(const std::vector<Point>& list);

Length length(JsonObject& in, const std::string& name);
std::optional<Length> optional_length(JsonObject& in, const std::string& name);
Angle angle(JsonObject& in, const std::string& name);
Sense sense(JsonObject& in, const std::string& name);
Point read_point(JsonObject& in, const std::string& name);
std::vector<Point> read_points(JsonObject& in, const std::string& name);
/// false when it is not there.
bool yes(JsonObject& in, const std::string& name);
/// Face::Top when it is not there.
Face read_face(JsonObject& in, const std::string& name);

} // namespace clockface
