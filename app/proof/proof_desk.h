// The piece that is proved: what was measured of it, and what that comes to, worked out beside the window where it
// takes long. Its readings are those of the face at hand.
#pragma once

#include "document/beside.h"
#include "document/document.h"
#include "inspection/bolting.h"
#include "inspection/face_proof.h"
#include "part/reading_source.h"

#include <QObject>
#include <memory>

namespace clockface::app {

class ProofDesk : public QObject, public ReadingSource {
    Q_OBJECT
public:
    explicit ProofDesk(Document& document, QObject* parent = nullptr);

    /// The piece that is worked on; what was measured of it, in the job as shown.
    [[nodiscard]] int piece() const { return m_document.piece().number; }
    [[nodiscard]] const MeasuredPiece& measured() const;
    /// Nothing while it is worked out for the first time. It may be that of a moment ago.
    [[nodiscard]] const std::shared_ptr<const FaceProof>& proof() const { return m_proof; }
    /// What else is worked out, only while it is wanted: whether it bolts up, why it came out so, what can be saved.
    enum class Further { Nothing, Bolts, Why, Saving };
    void want(Further further);
    [[nodiscard]] const std::shared_ptr<const BoltsUp>& bolts() const { return m_bolts; }
    [[nodiscard]] const std::shared_ptr<const Explained>& why() const { return m_why; }
    [[nodiscard]] const std::shared_ptr<const Saved>& saving() const { return m_saving; }
    [[nodiscard]] bool waiting() const { return m_waits; }
    /// Looks whether anything is to be worked out anew.
    void follow();

    /// One undo step on what was measured of the piece; stamped with the time.
    Result<void> change(const QString& step, const std::function<void(MeasuredPiece&)>& by);
    /// What makes the report of all that was measured, in whatever thread: it owns what it needs.
    [[nodiscard]] std::function<std::string()> reporter(bool as_csv) const;

    [[nodiscard]] const OldPart& part() const override { return m_part.part; }
    [[nodiscard]] const OldPart& settled() const override { return m_part.part; }
    [[nodiscard]] const MeasuredPart& measured_part() const { return m_part; }
    [[nodiscard]] Leftover left_over(std::size_t row) const override;
    Result<void> add(const QString& step, const std::vector<Reading>& readings) override;
    Result<void> replace(const QString& step, std::size_t row, const Reading& reading) override;
    Result<void> remove(const QString& step, std::size_t row) override;

signals:
    void changed();

private:
    Document& m_document;
    MeasuredPart m_part;
    std::shared_ptr<const FaceProof> m_proof;
    std::shared_ptr<const BoltsUp> m_bolts;
    std::shared_ptr<const Explained> m_why;
    std::shared_ptr<const Saved> m_saving;
    Further m_wanted = Further::Nothing;
    bool m_waits = false;
    struct Of {
        Job job;
        Shop shop;
        int piece = 0;
    };
    std::optional<Of> m_of; // what was worked out, or is being
    struct Answer {
        std::shared_ptr<const FaceProof> proof;
        std::shared_ptr<const BoltsUp> bolts;
        std::shared_ptr<const Explained> why;
        std::shared_ptr<const Saved> saving;
    };
    Beside<Answer> m_beside;

    void work_out();
    [[nodiscard]] std::function<Answer()> question(Further further) const;
    [[nodiscard]] bool has(Further further) const;
    /// Says which pin is in a hole a reading goes over, where nobody did: the one that was proposed. Problem: none was.
    Result<void> put_pins(MeasuredPiece& piece, const Reading& reading) const;
};

} // namespace clockface::app
