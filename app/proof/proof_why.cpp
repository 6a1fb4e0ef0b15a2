// The Proof slip's pages of why a piece came out so, and of what can still be saved.
#include "proof/proof_slip.h"

#include "look/words.h"
#include "measure/figures.h"

#include <cmath>

namespace clockface::app {

void ProofSlip::write_why(Card& card) {
    const auto& why = m_desk.why();
    if (!why)
        return card.quiet(tr("It is being worked out …"));
    int number = 0;
    for (const Explanation& each : why->causes) {
        card.heading(number == 0 ? tr("Most likely") : tr("Or else"));
        card.words(QStringLiteral("cause:%1").arg(++number), q(each.words), Card::OfUse::ToCopy);
        const int share = static_cast<int>(std::floor(each.share * 100.0));
        card.quiet(share >= 1 ? tr("%1 in 100, among all that was looked at.").arg(share)
                              : tr("Less than 1 in 100, among all that was looked at."));
        int same = 0;
        for (const std::string& other : each.same)
            card.words(QStringLiteral("same:%1:%2").arg(number).arg(++same),
                       tr("The same numbers would come of this: %1").arg(q(other)));
    }
    int said = 0;
    for (const std::string& sentence : why->sentences)
        card.words(QStringLiteral("whyWords:%1").arg(++said), q(sentence), Card::OfUse::ToCopy);
    if (why->tells) {
        card.hangs_on(line_of(*why->tells));
        card.line(QStringLiteral("tellsApart"), tr("Read next: %1").arg(line_of(*why->tells)),
                  [this] {
                      if (const auto& now = m_desk.why(); now && now->tells) {
                          const ToMeasure made = *now->tells;
                          show_page(Measure);
                          take(made);
                      }
                  },
                  {{}, tr("Takes it into the line under Measure, ready for the figure.")});
    }
    if (!why->unseen.empty()) {
        card.heading(tr("What these readings cannot show"));
        int unseen = 0;
        for (const std::string& each : why->unseen)
            card.words(QStringLiteral("unseen:%1").arg(++unseen), q(each));
    }
}

// The way is looked up when it is taken: what is shown may have been worked out anew since.
void ProofSlip::save_by(std::size_t way) {
    const auto& saving = m_desk.saving();
    const auto& proof = m_desk.proof();
    if (!saving || !proof || way >= saving->ways.size() || m_desk.waiting())
        return tell(tr("It is being worked out anew. Look again."));
    told(m_desk.change(tr("how piece %1 is saved").arg(q(in_words(document().piece()))), [&](MeasuredPiece& piece) {
        piece.saved = as_taken(document().settled(), *proof, saving->ways[way], document().clock());
    }));
}

void ProofSlip::write_saving(Card& card) {
    if (const auto& saved = m_desk.measured().saved) {
        card.heading(tr("This piece is saved so"));
        card.words(QStringLiteral("savedBy"), q(saved->words), Card::OfUse::ToCopy);
        card.quiet(tr("Its list at the Bench goes by that; those of other pieces do not."));
        card.link(QStringLiteral("savedGone"), tr("make it as drawn after all"), [this] {
            told(m_desk.change(tr("saving taken back"), [](MeasuredPiece& piece) { piece.saved.reset(); }));
        });
    }
    const auto& saving = m_desk.saving();
    if (!saving)
        return card.quiet(tr("It is being worked out …"));
    if (saving->bolts_as_it_is)
        card.words(QStringLiteral("savesItself"),
                   saving->ways.empty()
                       ? tr("It bolts up as it is, with what is still to be made as drawn: nothing has to be saved.")
                       : tr("It bolts up as it is, with what is still to be made as drawn."));
    int said = 0;
    for (const std::string& sentence : saving->sentences)
        card.words(QStringLiteral("savingWords:%1").arg(++said), q(sentence), Card::OfUse::ToCopy);
    std::size_t number = 0;
    for (const Rescue& each : saving->ways) {
        const QString id = QString::number(number + 1);
        card.heading(number == 0 ? tr("Costs least") : tr("Or"));
        card.words(QStringLiteral("way:") + id, q(each.words), Card::OfUse::ToCopy);
        card.quiet(each.left ? tr("%1 Play left at the tightest: %2.")
                                   .arg(q(each.gives_up), q(thousandths(*each.left, document().job().unit)))
                             : q(each.gives_up));
        card.hangs_on(q(each.words));
        card.link(QStringLiteral("saveBy:") + id, tr("save it so"), [this, number] { save_by(number); });
        ++number;
    }
    if (!saving->ways.empty())
        card.quiet(q(whose_decision()));
    const Mate& mate = document().job().proof.mate;
    Sentence& s = card.sentence(QStringLiteral("mateHeld"));
    s.reads(tr("The mate {matePinned}."));
    blanks().flag(s, QStringLiteral("matePinned"), tr("whether the mate can be pushed to suit"),
                  tr("may be pushed and turned to suit"), tr("is held where it is"),
                  [](Job& at) -> bool& { return at.proof.mate.pinned; });
    card.hangs_on(mate.pinned ? 1 : 0);
}

} // namespace clockface::app
