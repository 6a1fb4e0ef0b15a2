// Job files: JSON, described in docs/job.schema.json. Lengths in millimetres, angles in degrees, numbers written so
// that they read back to the same value.
#pragma once

#include "job/job.h"
#include "measure/problem.h"

#include <string>

namespace clockface {

inline constexpr int job_file_version = 2;

std::string job_to_json(const Job& job);

/// Reads a job and checks it (first_fault). Errors name the place: a line, or a value such as "patterns[1].count".
Result<Job> job_from_json(const std::string& text);

/// The same, with the path of the file the text came from in front of the problem's place.
Result<Job> read_job(const std::string& text, const std::string& path);
/// Both with a file; the problem's place begins with the path.
Result<Job> load_job(const std::string& path);
Result<void> save_job(const Job& job, const std::string& path);

/// "plain", "tapped", "reamed".
std::string name_of(Purpose purpose);

} // namespace clockface
