// The Proof slip's page of what the piece is bolted to, and of mating parts that were tried.
#include "proof/proof_slip.h"

#include "look/words.h"
#include "measure/figures.h"
#include "measure/limits.h"

namespace clockface::app {

namespace {

MatePattern& mate_of(Job& job, int pattern) {
    auto& all = job.proof.mate.patterns;
    for (MatePattern& each : all)
        if (each.pattern == pattern)
            return each;
    all.push_back({pattern, {}, {}, {}});
    return all.back();
}

MateHole mate_hole(const Job& job, std::size_t pattern) {
    return bolted_as(job, job.patterns[pattern], spec_of(job, job.patterns[pattern])).hole;
}

} // namespace

void ProofSlip::write_bolts(Card& card) {
    const auto& bolts = m_desk.bolts();
    if (!bolts) {
        card.quiet(tr("It is being worked out …"));
    } else {
        int number = 0;
        for (const std::string& sentence : bolts->sentences)
            card.words(QStringLiteral("boltWords:%1").arg(++number), q(sentence), Card::OfUse::ToCopy);
        if (!bolts->holes.empty())
            card.quiet(q(whose_decision()));
    }
    write_mate(card);
    write_fits(card);
}

void ProofSlip::write_mate(Card& card) {
    const Job& job = document().job();
    const MateIs is = job.proof.mate.is;
    card.heading(tr("What it is bolted to"));
    card.hangs_on(static_cast<int>(is));
    Sentence& s = card.sentence(QStringLiteral("mate"));
    s.reads(is == MateIs::Measured ? tr("The mate is {mateIs}, piece {matePiece}, {mateFace}.")
                                   : tr("The mate is {mateIs}, its holes within {mateWithin} on each axis."));
    blanks().one_of<MateIs>(s, QStringLiteral("mateIs"), tr("what is known of the mate"),
                            Fillings<MateIs>({{MateIs::AsDrawn, tr("made to the drawing")},
                                              {MateIs::Copied, tr("drilled or marked through this piece")},
                                              {MateIs::Measured, tr("another piece that was measured")}}),
                            [](Job& at) -> MateIs& { return at.proof.mate.is; });
    if (is == MateIs::Measured) {
        blanks().count(
            s, QStringLiteral("matePiece"), tr("number of the piece it is bolted to"), 1, limits::pieces,
            [](Job& at) -> int& { return at.proof.mate.piece; }, later("pieces"));
        blanks().flag(s, QStringLiteral("mateFace"), tr("how the mate lies"), tr("lying the same way"),
                      tr("turned over onto this one"), [](Job& at) -> bool& { return at.proof.mate.face_to_face; });
    } else {
        blanks().length(s, QStringLiteral("mateWithin"), tr("one standard deviation of the mate's holes on each axis"),
                        [](Job& at) -> Length& { return at.proof.mate.within; });
    }
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        const Pattern& pattern = job.patterns[i];
        if (!is_at_hand(job, pattern))
            continue;
        const MateHole hole = mate_hole(job, i);
        const QString id = QString::number(pattern.id);
        card.hangs_on(static_cast<int>(hole));
        Sentence& each = card.sentence(QStringLiteral("matePattern:") + id);
        each.reads(hole == MateHole::None ? tr("%1 {mateHole}.").arg(q(pattern.name))
                   : hole == MateHole::Clear
                       ? tr("%1 {mateHole} of {mateSize}; the bolt is {bolt}.").arg(q(pattern.name))
                       : tr("%1 {mateHole}; the bolt is {bolt}.").arg(q(pattern.name)));
        blanks().one_of<MateHole>(
            each, QStringLiteral("mateHole:") + id, tr("what lies against %1").arg(q(pattern.name)),
            Fillings<MateHole>({{MateHole::None, tr("is not bolted")},
                                {MateHole::Clear, tr("lies against clearance holes")},
                                {MateHole::Tapped, tr("lies against tapped holes")},
                                {MateHole::Reamed, tr("lies against reamed holes, with pins")}}),
            [i](const Job& at) { return mate_hole(at, i); },
            [of = pattern.id](Job& at, MateHole chosen) { mate_of(at, of).hole = chosen; });
        if (hole == MateHole::None)
            continue;
        if (hole == MateHole::Clear)
            blanks().optional_length(
                each, QStringLiteral("mateSize:") + id, tr("diameter of the mate's holes"), tr("the usual size"),
                [of = pattern.id](Job& at) -> std::optional<Length>& { return mate_of(at, of).diameter; });
        blanks().optional_length(each, QStringLiteral("bolt:") + id, tr("diameter of bolt, screw or pin"),
                                 tr("as the hole says"),
                                 [of = pattern.id](Job& at) -> std::optional<Length>& { return mate_of(at, of).bolt; });
    }
}

FitTried* ProofSlip::fit_in(JobProof& proof, std::size_t index) const {
    auto& all = clockface::measured_piece(proof, m_desk.piece()).fits;
    return index < all.size() ? &all[index] : nullptr;
}

// Mating parts that were really tried on.
void ProofSlip::write_fits(Card& card) {
    card.heading(tr("Tried on"));
    const auto fit = [this](const Job& job, std::size_t i) {
        JobProof proof = job.proof;
        const FitTried* tried = fit_in(proof, i);
        return tried ? *tried : FitTried{};
    };
    for (std::size_t i = 0; i < m_desk.measured().fits.size(); ++i) {
        const QString id = QString::number(i + 1);
        Sentence& s = card.sentence(QStringLiteral("fit:") + id);
        s.reads(tr("{fitMate} {fitGoes}. {fitRemark}"));
        const auto text = [&](const QString& name, const QString& what, std::string FitTried::*of) {
            blanks().custom(
                s, name + id, what, [fit, i, of](const Job& job) { return q(fit(job, i).*of); },
                [this, i, of](Job& job, const QString& typed) -> Result<QString> {
                    if (FitTried* tried = fit_in(job.proof, i))
                        tried->*of = typed.simplified().toStdString();
                    return QString();
                });
        };
        text(QStringLiteral("fitMate:"), tr("which part was tried"), &FitTried::mate);
        blanks().one_of<bool>(
            s, QStringLiteral("fitGoes:") + id, tr("whether it goes"),
            Fillings<bool>({{true, tr("goes")}, {false, tr("does not go")}}),
            [fit, i](const Job& job) { return fit(job, i).goes; },
            [this, i](Job& job, bool goes) {
                if (FitTried* tried = fit_in(job.proof, i))
                    tried->goes = goes;
            });
        text(QStringLiteral("fitRemark:"), tr("a remark on how it goes"), &FitTried::remark);
        s.ends_with(QStringLiteral("fitGone:") + id, tr("take away"), [this, i] {
            told(m_desk.change(tr("taking a fit away"), [i](MeasuredPiece& measured) {
                if (i < measured.fits.size())
                    measured.fits.erase(measured.fits.begin() + static_cast<std::ptrdiff_t>(i));
            }));
        });
    }
    card.link(QStringLiteral("tryOn"), tr("a mating part was tried on"), [this] {
        told(m_desk.change(tr("a mating part tried on"), [this](MeasuredPiece& measured) {
            measured.fits.push_back({document().clock(), tr("the mating part").toStdString(), true, {}});
        }));
    });
}

} // namespace clockface::app
