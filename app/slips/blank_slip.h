// The Blank stage: what piece of metal, and where is zero.
#pragma once

#include "slips/slip.h"

namespace clockface::app {

class BlankSlip : public Slip {
    Q_OBJECT
public:
    BlankSlip(Document& document, Selection& selection, QWidget* parent = nullptr);

protected:
    void refresh() override;

private:
    QList<Sentence*> m_sentences;
    QWidget* m_disc;
    QWidget* m_plate;

    Sentence* job_sentence();
    Sentence* shape_sentence();
    Sentence* disc_sentence();
    Sentence* plate_sentence();
    Sentence* metal_sentence();
    Sentence* zero_sentence();
    Sentence* move_sentence();
    Sentence* angle_sentence();
};

} // namespace clockface::app
