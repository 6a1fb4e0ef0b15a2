// A readout that talks: over which line, how its lines look, and what the Bench makes of it.
#include "look/words.h"
#include "readout/port_reader.h"
#include "shop/learn_box.h"
#include "shop/shop_view.h"

namespace clockface::app {

namespace {

// Words of a blank that are read again when they are typed.
constexpr QLatin1String no_port("no port"), not_learnt("nothing known yet");

ShopBlanks::Reach<SerialLine> line_at(std::size_t index) {
    return [index](Shop& shop) -> SerialLine* {
        return index < shop.machines.size() && shop.machines[index].line ? &*shop.machines[index].line : nullptr;
    };
}

} // namespace

void ShopView::write_line(Card& card, std::size_t index) {
    const Machine& machine = m_document.shop().machines[index];
    card.hangs_on(machine.line.has_value());
    if (!machine.line) {
        card.link(QStringLiteral("lineNew"), tr("it sends its figures over a cable: follow it at the Bench"),
                  [this, index] {
                      change(tr("readout that talks"), [index](Shop& shop) {
                          SerialLine line;
                          if (const QStringList ports = PortReader::ports(); !ports.isEmpty())
                              line.port = ports.front().toStdString();
                          if (index < shop.machines.size())
                              shop.machines[index].line = line;
                      });
                  });
        return;
    }
    const auto at = line_at(index);
    const auto part = [at](auto member) {
        return [at, member](Shop& shop) { return at(shop) ? &(at(shop)->*member) : nullptr; };
    };
    const auto axes = [at](auto member) {
        return [at, member](Shop& shop) { return at(shop) ? &(at(shop)->axes.*member) : nullptr; };
    };
    Sentence& s = card.sentence();
    s.reads(tr("It sends its figures over {linePort} at {lineSpeed} bits a second, {lineFrame}. Its lines look like "
               "{linePattern}, with figures in {lineFigures}; {lineSwapped}, X {lineXBack} and Y {lineYBack}. At the "
               "Bench {lineMovesOn}."));
    m_blanks.custom(
        s, "linePort", tr("the port it is plugged into"),
        [at](const Shop& shop) {
            Shop copy = shop;
            const SerialLine* line = at(copy);
            return line && !line->port.empty() ? q(line->port) : QString(no_port);
        },
        [at](Shop& shop, const QString& text) -> Result<QString> {
            if (SerialLine* line = at(shop))
                line->port = text.trimmed() == no_port ? std::string() : text.trimmed().toStdString();
            const QStringList ports = PortReader::ports();
            return ports.isEmpty() ? tr("no port is found on this computer just now")
                                   : tr("ports here: %1").arg(ports.join(QStringLiteral(", ")));
        });
    m_blanks.count(s, "lineSpeed", tr("bits a second"), 110, 4'000'000, part(&SerialLine::speed));
    m_blanks.text(s, "lineFrame", tr("data bits, parity and stop bits, such as 8N1"), part(&SerialLine::frame));
    m_blanks.custom(
        s, "linePattern", tr("what its lines look like"),
        [at](const Shop& shop) {
            Shop copy = shop;
            const SerialLine* line = at(copy);
            return line && !line->pattern.empty() ? q(line->pattern) : QString(not_learnt);
        },
        [at](Shop& shop, const QString& text) -> Result<QString> {
            if (SerialLine* line = at(shop))
                line->pattern = text.trimmed() == not_learnt ? std::string() : text.trimmed().toStdString();
            return QString();
        });
    m_blanks.one_of<FiguresIn>(s, "lineFigures", tr("what the figures are in"),
                               {{FiguresIn::Millimetres, tr("millimetres")},
                                {FiguresIn::Inches, tr("inches")},
                                {FiguresIn::Steps, tr("steps of its display")}},
                               part(&SerialLine::figures));
    m_blanks.flag(s, "lineSwapped", tr("whether the axes come swapped"), tr("the axes come as they are called"),
                  tr("the axes come swapped"), axes(&AxesOnLine::swapped));
    m_blanks.flag(s, "lineXBack", tr("the sign X comes with"), tr("comes with its sign"),
                  tr("comes with the other sign"), axes(&AxesOnLine::x_back));
    m_blanks.flag(s, "lineYBack", tr("the sign Y comes with"), tr("comes with its sign"),
                  tr("comes with the other sign"), axes(&AxesOnLine::y_back));
    m_blanks.flag(s, "lineMovesOn", tr("whether the Bench goes on by itself"), tr("a key goes on from every place"),
                  tr("it goes on by itself from a place to what is made there, once both axes stand locked and still"),
                  part(&SerialLine::moves_on));
    card.links([&] {
        card.link(QStringLiteral("lineLearn"), tr("learn how its lines look"), [this] {
            QWidget* box = findChildren<QWidget*>(QStringLiteral("learnBox")).last();
            box->setVisible(!box->isVisible());
        });
        card.link(QStringLiteral("lineGone"), tr("it sends nothing any more"), [this, index] {
            change(tr("readout that talks no more"), [index](Shop& shop) {
                if (index < shop.machines.size())
                    shop.machines[index].line.reset();
            });
        });
    });
    card.hangs_on(machine.line->port).hangs_on(machine.line->speed).hangs_on(machine.line->frame);
    card.shows(QStringLiteral("learnBox"), [this, at] {
        Shop shop = m_document.shop();
        const SerialLine* line = at(shop);
        auto* box = new LearnBox(line ? *line : SerialLine{}, [this, at](const Learnt& learnt) {
            change(tr("how the readout's lines look"), [&](Shop& next) {
                if (SerialLine* into = at(next)) {
                    into->pattern = learnt.pattern;
                    into->figures = learnt.figures;
                }
            });
        });
        box->hide();
        return box;
    });
}

} // namespace clockface::app
