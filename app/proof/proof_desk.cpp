#include "proof/proof_desk.h"

#include "formats/proof_report.h"
#include "look/words.h"

#include <algorithm>

namespace clockface::app {

namespace {

// Fewer readings and holes than this are worked out at once: a few milliseconds.
constexpr std::size_t worked_out_at_once = 24;

} // namespace

ProofDesk::ProofDesk(Document& document, QObject* parent)
    : QObject(parent)
    , m_document(document)
    , m_beside([this](bool waiting) {
        m_waits = waiting;
        if (waiting)
            emit changed();
    }) {}

const MeasuredPiece& ProofDesk::measured() const {
    static const MeasuredPiece nothing;
    const MeasuredPiece* found = clockface::measured_piece(m_document.job().proof, piece());
    return found ? *found : nothing;
}

void ProofDesk::follow() {
    const Job& job = m_document.job();
    const Shop& shop = m_document.shop();
    if (m_of && m_of->piece == piece() && m_of->job == job && m_of->shop == shop)
        return;
    m_of = Of{job, shop, piece()};
    m_part = clockface::measured_part(job, measured(), m_document.plan().estimates);
    work_out();
}

void ProofDesk::want(Further further) {
    m_wanted = further;
    if (m_of && !has(further))
        work_out();
}

bool ProofDesk::has(Further further) const {
    switch (further) {
    case Further::Nothing:
        return true;
    case Further::Bolts:
        return m_bolts != nullptr;
    case Further::Why:
        return m_why != nullptr;
    case Further::Saving:
        break;
    }
    return m_saving != nullptr;
}

std::function<ProofDesk::Answer()> ProofDesk::question(Further further) const {
    MeasuredPiece piece = measured();
    piece.number = this->piece();
    std::vector<bool> made;
    for (const HoleProgress& each : m_document.holes_done())
        made.push_back(each.state >= HoleState::Drilled);
    return [job = m_document.job(), shop = m_document.shop(), plan = m_document.plan(), piece, made,
            cut = cut_order(m_document.piece(), m_document.plan().setup), further] {
        Answer out;
        const auto proof = std::make_shared<const FaceProof>(face_proof(job, shop, plan, piece));
        out.proof = proof;
        switch (further) {
        case Further::Nothing:
            break;
        case Further::Bolts:
            out.bolts = std::make_shared<const BoltsUp>(bolts_up(job, *proof, plan.estimates));
            break;
        case Further::Why:
            out.why = std::make_shared<const Explained>(why_so(job, shop, plan, *proof, piece, cut));
            break;
        case Further::Saving: {
            std::vector<bool> there = made; // what was read is there, whatever the log says
            there.resize(proof->measured.holes.size());
            for (std::size_t i = 0; i < there.size(); ++i)
                there[i] = there[i] || proof->found.holes[i].read;
            out.saving = std::make_shared<const Saved>(what_saves(job, shop, *proof, plan.estimates, there));
        }
        }
        return out;
    };
}

std::function<std::string()> ProofDesk::reporter(bool as_csv) const {
    MeasuredPiece piece = measured();
    piece.number = this->piece();
    return [make = question(as_csv ? Further::Nothing : Further::Bolts), job = m_document.job(), piece, as_csv] {
        const Answer made = make();
        return as_csv ? proof_csv(job, *made.proof, piece.number)
                      : proof_data(job, *made.proof, piece, made.bolts.get());
    };
}

void ProofDesk::work_out() {
    const auto take = [this](const Answer& answer) {
        m_proof = answer.proof;
        m_bolts = answer.bolts;
        m_why = answer.why;
        m_saving = answer.saving;
        emit changed();
    };
    if (m_wanted == Further::Nothing && m_part.part.readings.size() + m_part.holes.size() <= worked_out_at_once) {
        m_beside.drop();
        take(question(Further::Nothing)());
    } else {
        m_beside.ask(question(m_wanted), take);
    }
}

Leftover ProofDesk::left_over(std::size_t row) const {
    if (!m_proof || row >= m_proof->found.readings.size())
        return {};
    return m_proof->found.readings[row];
}

Result<void> ProofDesk::change(const QString& step, const std::function<void(MeasuredPiece&)>& by) {
    Job next = m_document.settled();
    by(clockface::measured_piece(next.proof, piece()));
    tidy(next.proof);
    return m_document.edit(step, next);
}

Result<void> ProofDesk::put_pins(MeasuredPiece& piece, const Reading& reading) const {
    if (!goes_over_pins(reading.kind))
        return {};
    const std::size_t holes = reading.kind == ReadingKind::Height ? 1 : 2;
    for (std::size_t k = 0; k < holes; ++k) {
        const int index = hole_index(m_part.part, reading.between[k]);
        const auto at = static_cast<std::size_t>(std::max(index, 0));
        if (index < 0 || at >= m_part.holes.size())
            return problem({}, tr("No pin goes into %1.").arg(q(reading.between[k])).toStdString());
        HoleRead& read = read_at(piece, id_of(m_document.settled(), m_part.holes[at]));
        if (read.pin)
            continue;
        const auto proposed = pin_for(m_part.part.holes[at], m_document.shop().kit);
        if (!proposed)
            return problem({}, tr("Which pin is in %1? Say its real diameter under One hole; no pin of the shop fits.")
                                   .arg(q(reading.between[k]))
                                   .toStdString());
        read.pin = proposed;
        read.time = m_document.clock();
    }
    return {};
}

Result<void> ProofDesk::add(const QString& step, const std::vector<Reading>& readings) {
    Job next = m_document.settled();
    MeasuredPiece& piece = clockface::measured_piece(next.proof, this->piece());
    for (const Reading& each : readings) {
        const auto kept = as_kept(m_part, next, each, m_document.clock());
        if (!kept)
            return tl::unexpected(kept.error());
        if (const auto pins = put_pins(piece, each); !pins)
            return pins;
        piece.readings.push_back(*kept);
    }
    return m_document.edit(step, next);
}

Result<void> ProofDesk::replace(const QString& step, std::size_t row, const Reading& reading) {
    const Job now = m_document.settled();
    const ProofReading& before = measured().readings[m_part.of[row]];
    const bool only_struck = as_typed(now, before).between == reading.between && before.kind == reading.kind &&
                             before.length == reading.length && before.angle == reading.angle;
    const auto kept = as_kept(m_part, now, reading, only_struck ? before.time : m_document.clock());
    if (!kept)
        return tl::unexpected(kept.error());
    Result<void> pins;
    const Result<void> done = change(step, [&](MeasuredPiece& piece) {
        piece.readings[m_part.of[row]] = *kept;
        pins = put_pins(piece, reading);
    });
    return pins ? done : pins;
}

Result<void> ProofDesk::remove(const QString& step, std::size_t row) {
    return change(step, [&](MeasuredPiece& piece) {
        piece.readings.erase(piece.readings.begin() + static_cast<std::ptrdiff_t>(m_part.of[row]));
    });
}

} // namespace clockface::app
