// What a stage lays over the board: of Order where many parts' holes came out, or the one part of a move done wrong; of
// Hold where one setting of a batch drills; of Proof how the holes of a measured piece stand.
#pragma once

#include "inspection/bolting.h"
#include "inspection/face_proof.h"
#include "plan/batch.h"
#include "simulate/many_parts.h"

#include <QObject>
#include <memory>
#include <optional>

namespace clockface::app {

class ShownParts : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    [[nodiscard]] const std::optional<ManyParts>& many() const { return m_many; }
    [[nodiscard]] const std::optional<SimulatedRun>& broken() const { return m_broken; }
    [[nodiscard]] bool nothing() const { return !m_many && !m_broken; }
    [[nodiscard]] const std::vector<DrilledWhere>& drilled() const { return m_drilled; }

    /// A face of a measured piece, and whether its mate and bolts are drawn; nothing while nothing is proved.
    [[nodiscard]] const FaceProof* proof() const { return m_proof.get(); }
    [[nodiscard]] const BoltsUp* bolts() const { return m_bolts.get(); }
    void show_proof(std::shared_ptr<const FaceProof> proof, std::shared_ptr<const BoltsUp> bolts) {
        m_proof = std::move(proof);
        m_bolts = std::move(bolts);
        emit changed();
    }

    void show_drilled(std::vector<DrilledWhere> drilled) {
        m_drilled = std::move(drilled);
        emit changed();
    }

    void show_many(const ManyParts& many) {
        m_many = many;
        m_broken.reset();
        emit changed();
    }
    void show_broken(const SimulatedRun& run) {
        m_broken = run;
        m_many.reset();
        emit changed();
    }
    void clear() {
        if (nothing())
            return;
        m_many.reset();
        m_broken.reset();
        emit changed();
    }

signals:
    void changed();

private:
    std::optional<ManyParts> m_many;
    std::optional<SimulatedRun> m_broken;
    std::vector<DrilledWhere> m_drilled;
    std::shared_ptr<const FaceProof> m_proof;
    std::shared_ptr<const BoltsUp> m_bolts;
};

} // namespace clockface::app
