#include "report/template.h"

#include "formats/text_file.h"
#include "layout/outline.h"
#include "measure/figures.h"
#include "words/say.h"

#include <QBuffer>
#include <QFileInfo>
#include <QPageSize>
#include <QPainter>
#include <QPdfWriter>
#include <QSvgGenerator>
#include <QXmlStreamReader>
#include <QXmlStreamWriter>
#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

constexpr double bars_high = 26.0;  // of the strip for scale bars and words, below the face
constexpr double side_strip = 14.0; // for the upright bar, left of it
constexpr int dots_an_inch = 1200;
constexpr double mm_an_inch = 25.4;

QPointF from_upper_left(const Job& job, Point from_datum) {
    const Point middle = from_datum + datum_from_middle(job);
    return {(middle.x + job.blank.extent_x() / 2.0).in_mm(), (job.blank.extent_y() / 2.0 - middle.y).in_mm()};
}

// One size of paper: the face cut into pieces that overlap.
TemplateSheets laid_on(QSizeF paper, QSizeF face) {
    TemplateSheets sheets;
    sheets.paper = paper;
    const QSizeF room(paper.width() - 2.0 * sheets.margin - side_strip,
                      paper.height() - 2.0 * sheets.margin - bars_high);
    const auto pieces = [&](double length, double on_one) {
        return length <= on_one ? 1
                                : static_cast<int>(std::ceil((length - sheets.overlap) / (on_one - sheets.overlap)));
    };
    const int columns = pieces(face.width(), room.width()), rows = pieces(face.height(), room.height());
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column) {
            const double left = column * (room.width() - sheets.overlap), top = row * (room.height() - sheets.overlap);
            const QRectF part(left, top, std::min(room.width(), face.width() - left),
                              std::min(room.height(), face.height() - top));
            sheets.pages.push_back({part, {sheets.margin + side_strip, sheets.margin}, column, row});
        }
    return sheets;
}

class Sheet {
public:
    Sheet(QPainter& painter, const Job& job, const SetupPlan& plan, const TemplateSheets& sheets,
          const TemplatePage& page)
        : m_painter(painter)
        , m_job(job)
        , m_plan(plan)
        , m_sheets(sheets)
        , m_page(page) {}

    void paint() {
        m_painter.setRenderHint(QPainter::Antialiasing);
        m_painter.save();
        m_painter.setClipRect(QRectF(m_page.at - QPointF(3.0, 3.0), m_page.part.size() + QSizeF(6.0, 6.0)));
        outline();
        for (const Hole& hole : m_plan.holes)
            draw(hole);
        zero();
        m_painter.restore();
        joins();
        bars();
    }

private:
    QPainter& m_painter;
    const Job& m_job;
    const SetupPlan& m_plan;
    const TemplateSheets& m_sheets;
    const TemplatePage& m_page;

    static QPen line(double width) { return {Qt::black, width, Qt::SolidLine, Qt::FlatCap}; }
    [[nodiscard]] QPointF place(Point from_datum) const { return on_paper(m_job, m_page, from_datum); }

    void words(QPointF at, const QString& text, double high, Qt::Alignment how = Qt::AlignLeft) const {
        QFont font(QStringLiteral("B612"));
        font.setPixelSize(100); // drawn large and scaled down: a font of three millimetres has no whole pixels
        m_painter.save();
        m_painter.translate(at);
        m_painter.scale(high / 100.0, high / 100.0);
        m_painter.setFont(font);
        m_painter.setPen(Qt::black);
        constexpr double wide = 6000.0, high_box = 120.0;
        double left = 0.0;
        if (how & Qt::AlignHCenter)
            left = -wide / 2.0;
        else if (how & Qt::AlignRight)
            left = -wide;
        const QRectF box(left, -high_box, wide, high_box);
        m_painter.drawText(box, static_cast<int>(how | Qt::AlignBottom), text);
        m_painter.restore();
    }

    // The edges it is laid on by; corners reach a little beyond, so that they show beside the work.
    void outline() const {
        m_painter.setPen(line(0.25));
        m_painter.setBrush(Qt::NoBrush);
        const QPointF shift = m_page.at - m_page.part.topLeft();
        const QSizeF face(m_job.blank.extent_x().in_mm(), m_job.blank.extent_y().in_mm());
        if (m_job.blank.is_round()) {
            m_painter.drawEllipse(QRectF(shift, face));
        } else {
            QPolygonF corners;
            const Point datum = datum_from_middle(m_job);
            for (const Point& corner : corners_from_middle(m_job.blank))
                corners << place(corner - datum);
            m_painter.drawPolygon(corners);
        }
        const QPointF middle = shift + QPointF(face.width() / 2.0, face.height() / 2.0);
        for (const QPointF& way : {QPointF(1, 0), QPointF(-1, 0), QPointF(0, 1), QPointF(0, -1)}) {
            const QPointF end = middle + QPointF(way.x() * face.width() / 2.0, way.y() * face.height() / 2.0);
            m_painter.drawLine(end - way * 4.0, end + way * 3.0);
        }
    }

    // The rim, and a cross whose arms leave the very centre free for a dot to punch on.
    void draw(const Hole& hole) const {
        const QPointF at = place(hole.at);
        const double r = hole.spec.diameter.in_mm() / 2.0;
        m_painter.setPen(line(0.18));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawEllipse(at, r, r);
        constexpr double free = 1.0, beyond = 2.5;
        for (const QPointF& arm : {QPointF(1, 0), QPointF(-1, 0), QPointF(0, 1), QPointF(0, -1)})
            m_painter.drawLine(at + arm * free, at + arm * (std::max(r, free) + beyond));
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(Qt::black);
        constexpr double dot = 0.2;
        m_painter.drawEllipse(at, dot, dot);
        words(at + QPointF(std::max(r, free) * 0.75 + 0.6, -std::max(r, free) * 0.75 - 0.4),
              QString::fromStdString(hole.name), 2.6);
    }

    void zero() const {
        const QPointF at = place({});
        m_painter.setPen(line(0.35));
        m_painter.drawLine(at, at + QPointF(m_job.datum.x_plus_right ? 7.0 : -7.0, 0.0));
        m_painter.drawLine(at, at + QPointF(0.0, m_job.datum.y_plus_up ? -7.0 : 7.0));
        words(at + QPointF(m_job.datum.x_plus_right ? 7.5 : -9.5, 1.0), QStringLiteral("X"), 2.4);
        words(at + QPointF(-0.8, m_job.datum.y_plus_up ? -7.6 : 10.0), QStringLiteral("Y"), 2.4);
    }

    // Where the next sheet is laid on: the same crosses stand on both.
    void joins() const {
        if (m_sheets.pages.size() < 2)
            return;
        m_painter.setPen(line(0.15));
        const QPointF shift = m_page.at - m_page.part.topLeft();
        for (const TemplatePage& other : m_sheets.pages) {
            const QRectF both = other.part.intersected(m_page.part);
            const bool beside = std::abs(other.column - m_page.column) + std::abs(other.row - m_page.row) == 1;
            if (!beside || both.isEmpty())
                continue;
            const bool upright = other.column != m_page.column;
            for (const double share : {0.2, 0.8}) {
                const QPointF at = shift + (upright ? QPointF(both.center().x(), both.top() + both.height() * share)
                                                    : QPointF(both.left() + both.width() * share, both.center().y()));
                m_painter.drawLine(at - QPointF(4, 0), at + QPointF(4, 0));
                m_painter.drawLine(at - QPointF(0, 4), at + QPointF(0, 4));
                m_painter.setBrush(Qt::NoBrush);
                m_painter.drawEllipse(at, 2.0, 2.0);
            }
        }
    }

    // A length to measure on the paper in each direction: printers scale, and not always the same both ways.
    void bars() const {
        const bool inches = m_job.unit == Unit::Inch;
        const double step = inches ? mm_an_inch : 10.0;
        const int steps = inches ? 4 : 10;
        const QPointF origin(m_sheets.margin + 4.0, m_sheets.paper.height() - m_sheets.margin - 10.0);
        m_painter.setPen(line(0.25));
        for (const bool upright : {false, true}) {
            const QPointF way = upright ? QPointF(0, -1) : QPointF(1, 0),
                          side = upright ? QPointF(1, 0) : QPointF(0, 1);
            m_painter.drawLine(origin, origin + way * step * steps);
            for (int i = 0; i <= steps; ++i)
                m_painter.drawLine(origin + way * step * i - side * (i % 5 == 0 || inches ? 2.5 : 1.5),
                                   origin + way * step * i);
        }
        const QString length = inches ? QStringLiteral("4 in") : QStringLiteral("100 mm");
        words(origin + QPointF(step * steps + 2.0, 1.0), length, 2.8);
        words(origin + QPointF(-1.0, -step * steps - 1.0), length, 2.8);
        const QString told = QString::fromStdString(
            say(m_sheets.pages.size() > 1
                    ? later("{title}. Print at 100 percent and measure both bars before it is glued on. Sheet: column "
                            "{column}, row {row}.")
                    : later("{title}. Print at 100 percent and measure both bars before it is glued on."),
                {{"title", m_job.title}, {"column", m_page.column + 1}, {"row", m_page.row + 1}}));
        words(QPointF(m_sheets.margin + side_strip, m_sheets.paper.height() - m_sheets.margin - 3.0), told, 2.5);
    }
};

constexpr std::size_t most_sheets = 60;

bool is_svg(const QString& path) {
    return path.endsWith(QLatin1String(".svg"), Qt::CaseInsensitive);
}

std::vector<PaperFile> drawn_pdf(const Job& job, const SetupPlan& plan, const TemplateSheets& sheets,
                                 const QString& path) {
    QByteArray pdf;
    QBuffer buffer(&pdf);
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setResolution(dots_an_inch);
        writer.setPageSize(QPageSize(QPageSize::A4));
        writer.setPageOrientation(sheets.paper.width() > sheets.paper.height() ? QPageLayout::Landscape
                                                                               : QPageLayout::Portrait);
        writer.setPageMargins(QMarginsF(0, 0, 0, 0));
        writer.setTitle(QString::fromStdString(job.title));
        writer.setCreator(QStringLiteral("Clockface"));
        QPainter painter(&writer);
        for (std::size_t i = 0; i < sheets.pages.size(); ++i) {
            if (i > 0)
                writer.newPage();
            painter.resetTransform();
            painter.scale(dots_an_inch / mm_an_inch, dots_an_inch / mm_an_inch);
            paint_template(painter, job, plan, sheets, i);
        }
    }
    return {{path, pdf.toStdString()}};
}

// The generator does not escape a title, so it is given to its drawing by a writer that does.
QByteArray with_title(const QByteArray& svg, const QString& title) {
    QByteArray out;
    QXmlStreamReader reader(svg);
    reader.setNamespaceProcessing(false);
    QXmlStreamWriter writer(&out);
    while (!reader.atEnd()) {
        reader.readNext();
        if (reader.isStartElement() && reader.name() == QLatin1String("title")) {
            writer.writeTextElement(QStringLiteral("title"), title);
            reader.skipCurrentElement();
        } else if (reader.tokenType() != QXmlStreamReader::Invalid) {
            writer.writeCurrentToken(reader);
        }
    }
    return reader.hasError() ? svg : out;
}

std::vector<PaperFile> drawn_svg(const Job& job, const SetupPlan& plan, const TemplateSheets& sheets,
                                 const QString& path) {
    const QStringList names = template_files(job, path);
    std::vector<PaperFile> files;
    for (std::size_t i = 0; i < sheets.pages.size(); ++i) {
        QByteArray svg;
        QBuffer buffer(&svg);
        buffer.open(QIODevice::WriteOnly);
        {
            QSvgGenerator generator;
            generator.setOutputDevice(&buffer);
            constexpr double dots = 100.0; // a millimetre: A4 then comes out even
            generator.setResolution(static_cast<int>(dots * mm_an_inch));
            generator.setSize(QSizeF(sheets.paper.width() * dots, sheets.paper.height() * dots).toSize());
            generator.setViewBox(QRectF(0, 0, sheets.paper.width() * dots, sheets.paper.height() * dots));
            QPainter painter(&generator);
            painter.scale(dots, dots);
            paint_template(painter, job, plan, sheets, i);
        }
        files.push_back(
            {names[static_cast<qsizetype>(i)], with_title(svg, QString::fromStdString(job.title)).toStdString()});
    }
    return files;
}

} // namespace

TemplateSheets sheets_for(const Job& job) {
    const QSizeF face(job.blank.extent_x().in_mm(), job.blank.extent_y().in_mm());
    const TemplateSheets upright = laid_on({210.0, 297.0}, face), lying = laid_on({297.0, 210.0}, face);
    return lying.pages.size() < upright.pages.size() ? lying : upright;
}

QPointF on_paper(const Job& job, const TemplatePage& page, Point from_datum) {
    return page.at + from_upper_left(job, from_datum) - page.part.topLeft();
}

void paint_template(QPainter& painter, const Job& job, const SetupPlan& plan, const TemplateSheets& sheets,
                    std::size_t page) {
    Sheet(painter, job, plan, sheets, sheets.pages[page]).paint();
}

QStringList template_files(const Job& job, const QString& path) {
    QStringList files{path};
    if (!is_svg(path) || job.blank.on_side())
        return files;
    const QFileInfo file(path);
    for (std::size_t i = 1; i < sheets_for(job).pages.size() && i < most_sheets; ++i)
        files << file.path() + QLatin1Char('/') + file.completeBaseName() + QStringLiteral("-%1.svg").arg(i + 1);
    return files;
}

Result<DrawnTemplate> drawn_template(const Job& job, const SetupPlan& plan, const QString& path) {
    if (job.blank.on_side())
        return problem("", say("The side of a bar is not flat: a template is made for a face or an end."));
    const TemplateSheets sheets = sheets_for(job);
    if (sheets.pages.size() > most_sheets)
        return problem("",
                       say("The face would take {sheets} sheets of A4. A template of up to {most} sheets is written.",
                           {{"sheets", sheets.pages.size()}, {"most", most_sheets}}));
    return DrawnTemplate{is_svg(path) ? drawn_svg(job, plan, sheets, path) : drawn_pdf(job, plan, sheets, path),
                         static_cast<int>(sheets.pages.size())};
}

Result<int> written(const DrawnTemplate& drawn) {
    for (const PaperFile& file : drawn.files)
        if (const Result<void> kept = write_file_atomically(file.path.toStdString(), file.bytes); !kept)
            return tl::unexpected(kept.error());
    return drawn.sheets;
}

Result<int> write_template(const Job& job, const SetupPlan& plan, const QString& path) {
    return drawn_template(job, plan, path).and_then(written);
}

} // namespace clockface
