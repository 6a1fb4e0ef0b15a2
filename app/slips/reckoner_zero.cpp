// The sum on the page of reckoning that belongs to finding zero.
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/reckon.h"
#include "slips/reckoner.h"

#include <QLabel>

namespace clockface::app {

void Reckoner::add_zero_sums() {
    body()->addWidget(heading_label(tr("Finding zero")));
    Sentence* s = add();
    s->reads(tr(
        "An indicator swung inside a bore reads {boreRight} at the right, {boreLeft} at the left, {boreFar} at the far "
        "and {boreNear} at the near side:"));
    reading(*s, "boreRight", tr("reading at the right"), Length::mm(0.34));
    reading(*s, "boreLeft", tr("reading at the left"), Length::mm(0.26));
    reading(*s, "boreFar", tr("reading at the far side"), Length::mm(0.28));
    reading(*s, "boreNear", tr("reading at the near side"), Length::mm(0.32));
    answer(&Reckoner::bore);
}

QString Reckoner::bore() const {
    const BoreFound found = bore_found(
        {m_lengths.at("boreRight"), m_lengths.at("boreLeft"), m_lengths.at("boreFar"), m_lengths.at("boreNear")});
    constexpr Length nothing = Length::mm(1e-6);
    QStringList moves;
    if (abs(found.right) > nothing)
        moves << (found.right > Length{} ? tr("%1 to the right") : tr("%1 to the left")).arg(fig(abs(found.right)));
    if (abs(found.far) > nothing)
        moves << (found.far > Length{} ? tr("%1 away from you") : tr("%1 towards you")).arg(fig(abs(found.far)));
    QString words = tr("the spindle stands over the middle.");
    if (moves.size() == 2)
        words = tr("half the differences: bring the work %1 and %2, then swing again until opposite sides read alike.")
                    .arg(moves[0], moves[1]);
    else if (moves.size() == 1)
        words = tr("half the difference: bring the work %1, then swing again until opposite sides read alike.")
                    .arg(moves[0]);
    if (found.oval > nothing)
        words +=
            QLatin1Char(' ') + tr("One way across and the other differ by %1: the bore is not round, or a chip was "
                                  "felt.")
                                   .arg(fig(found.oval));
    return words;
}

} // namespace clockface::app
