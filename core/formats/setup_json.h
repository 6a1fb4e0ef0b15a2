// Set-ups as job files hold them.
#pragma once

#include "formats/json_values.h"

namespace clockface {

void write_setups(ordered& out, const Job& job);
/// Reads them into the job, whose blank and patterns are read already. Version 1 had a single one, unsaid: its face was
/// the blank's, its machine and wishes the job's.
void read_setups(JsonObject& in, int version, Job& job);

} // namespace clockface
