#include "slips/hole_blanks.h"

#include "shop/hole_words.h"

namespace clockface::app {

void size_blank(Sentence& sentence, const JobBlanks& blanks, std::size_t index) {
    blanks.custom(
        sentence, "size", QObject::tr("size, thread or fit of the holes"),
        [index](const Job& job) { return QString::fromStdString(size_in_words(job.patterns[index].hole, job.unit)); },
        [index](Job& job, const QString& text) -> Result<QString> {
            return read_hole_size(text.toStdString(), job.unit).map([&](const ReadHole& read) {
                const auto depth = job.patterns[index].hole.depth;
                job.patterns[index].hole = read.spec;
                job.patterns[index].hole.depth = depth;
                return QString::fromStdString(read.how);
            });
        });
}

} // namespace clockface::app
