#include "formats/dxf.h"

#include "formats/memory_file.h"
#include "measure/text.h"

#include <dxflib/dl_dxf.h>
#include <dxflib/dl_writer_ascii.h>
#include <memory>

namespace clockface {

namespace {

// A name on one line: a line break would end it, and the next line would be read as another pair.
std::string layer_name(const Pattern& pattern) {
    return on_one_line(pattern.name);
}

} // namespace

Result<std::string> dxf_of(const Job& job, const SetupPlan& plan) {
    // The library writes to files only, so it gets one that lies on no disk.
    MemoryFile file;
    DL_Dxf dxf;
    // The oldest version of the format: every reader knows it, and circles need no more.
    const std::unique_ptr<DL_WriterA> writer(dxf.out(file.path().c_str(), DL_Codes::AC1009));
    const auto failed = problem("", "The drawing could not be written. Is there memory to spare?");
    if (!writer)
        return failed;
    dxf.writeHeader(*writer);
    writer->dxfString(9, "$INSUNITS");
    writer->dxfInt(70, job.unit == Unit::Inch ? 1 : 4);
    writer->sectionEnd();
    writer->sectionTables();
    writer->tableLayers(static_cast<int>(job.patterns.size()) + 1);
    dxf.writeLayer(*writer, DL_LayerData("0", 0), DL_Attributes("", DL_Codes::black, -1, "CONTINUOUS", 1.0));
    for (const Pattern& pattern : job.patterns)
        if (is_at_hand(job, pattern))
            dxf.writeLayer(*writer, DL_LayerData(layer_name(pattern), 0),
                           DL_Attributes("", DL_Codes::black, -1, "CONTINUOUS", 1.0));
    writer->tableEnd();
    writer->sectionEnd();
    writer->sectionEntities();
    for (const Hole& hole : plan.holes) {
        const Point drawn = as_drawn(job.datum, hole.at);
        dxf.writeCircle(
            *writer,
            DL_CircleData(drawn.x.in(job.unit), drawn.y.in(job.unit), 0.0, hole.spec.diameter.in(job.unit) / 2.0),
            DL_Attributes(layer_name(job.patterns[hole.pattern]), 256, -1, "BYLAYER", 1.0));
    }
    writer->sectionEnd();
    writer->dxfEOF();
    writer->close();
    // The library says nothing when it could not write all of it.
    const std::optional<std::string> text = file.content();
    const std::string end = "EOF\n";
    if (!text || text->size() < end.size() || text->compare(text->size() - end.size(), end.size(), end) != 0)
        return failed;
    return *text;
}

} // namespace clockface
