// The template to glue on, measured on the paper: printed to PDF, rendered, hole centres found among the pixels.
#include "formats/job_json.h"
#include "report/template.h"
#include "support/window.h"

#include <QImage>
#include <QProcess>
#include <QSvgRenderer>
#include <cmath>

using namespace clockface;
using namespace clockface::testing;

namespace {

constexpr int dots_an_inch = 300;
constexpr double dots_a_mm = dots_an_inch / 25.4;

// Middle of the ink within `reach` millimetres of a point, in millimetres on the paper; the weight is how dark it is.
std::optional<QPointF> middle_of_ink(const QImage& page, QPointF near, double reach) {
    double weight = 0.0, x = 0.0, y = 0.0;
    const QPointF at = near * dots_a_mm;
    const int r = static_cast<int>(reach * dots_a_mm);
    for (int dy = -r; dy <= r; ++dy)
        for (int dx = -r; dx <= r; ++dx) {
            const QPoint pixel(static_cast<int>(at.x()) + dx, static_cast<int>(at.y()) + dy);
            if (!page.valid(pixel) || dx * dx + dy * dy > r * r)
                continue;
            const double dark = 255.0 - qGray(page.pixel(pixel));
            weight += dark;
            x += dark * (pixel.x() + 0.5);
            y += dark * (pixel.y() + 0.5);
        }
    if (weight < 255.0)
        return std::nullopt;
    return QPointF(x, y) / weight / dots_a_mm;
}

std::vector<QImage> rendered(const QString& pdf, const QTemporaryDir& folder) {
    QProcess render;
    render.start("pdftoppm", {"-r", QString::number(dots_an_inch), "-png", pdf, folder.filePath("page")});
    if (!render.waitForFinished(60000) || render.exitCode() != 0)
        return {};
    std::vector<QImage> pages;
    for (const QString& name : QDir(folder.path()).entryList({"page*.png"}, QDir::Files, QDir::Name))
        pages.emplace_back(folder.filePath(name));
    return pages;
}

// How far the dots on the paper stand from where the drawing has the holes.
double worst_on(const std::vector<QImage>& pages, const Job& job, const SetupPlan& plan, int& found) {
    const TemplateSheets sheets = sheets_for(job);
    double worst = 0.0;
    // A PDF's sheet is a whole number of points high, so all of it may stand a hair up or down: it is laid on by the
    // edges, and what counts is where holes stand against each other.
    for (std::size_t i = 0; i < sheets.pages.size() && i < pages.size(); ++i) {
        std::vector<QPointF> off;
        QPointF mean;
        for (const Hole& hole : plan.holes) {
            const QPointF wanted = on_paper(job, sheets.pages[i], hole.at);
            const QRectF room(sheets.pages[i].at, sheets.pages[i].part.size());
            if (!room.adjusted(2, 2, -2, -2).contains(wanted))
                continue;
            const auto dot = middle_of_ink(pages[i], wanted, 0.6); // the rim of the smallest begins at 0.9
            if (!dot)
                return 1e9;
            ++found;
            off.push_back(*dot - wanted);
            mean += *dot - wanted;
        }
        if (off.empty())
            continue;
        mean /= static_cast<double>(off.size());
        constexpr double hair = 0.2;
        if (std::hypot(mean.x(), mean.y()) > hair)
            return 1e9;
        for (const QPointF& each : off)
            worst = std::max(worst, std::hypot(each.x() - mean.x(), each.y() - mean.y()));
    }
    return worst;
}

} // namespace

class TestTemplate : public QObject {
    Q_OBJECT
private slots:
    void holes_stand_where_the_drawing_has_them() {
        QTemporaryDir folder;
        const Job job = flange();
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const QString pdf = folder.filePath("flange.pdf");
        const Result<int> sheets = write_template(job, plan, pdf);
        QVERIFY(sheets && *sheets == 1);
        const auto pages = rendered(pdf, folder);
        QCOMPARE(pages.size(), std::size_t{1});
        // A4 at 300 dots an inch.
        QVERIFY(std::abs(pages[0].width() - 210.0 * dots_a_mm) < 2.0 &&
                std::abs(pages[0].height() - 297.0 * dots_a_mm) < 2.0);
        int found = 0;
        const double worst = worst_on(pages, job, plan, found);
        QCOMPARE(found, 17);
        QVERIFY2(worst < 0.05, qPrintable(QString::number(worst)));
    }
    void the_bars_are_as_long_as_they_say() {
        QTemporaryDir folder;
        const Job job = flange();
        const QString pdf = folder.filePath("flange.pdf");
        QVERIFY(write_template(job, plan_at_hand(job, default_shop()), pdf));
        const auto pages = rendered(pdf, folder);
        QCOMPARE(pages.size(), std::size_t{1});
        // The level bar begins 16 mm from the left and 22 mm above the lower edge, and is 100 mm long.
        const double y = (297.0 - 22.0) * dots_a_mm;
        int first = -1, last = -1;
        for (int x = static_cast<int>(15.8 * dots_a_mm); x < 117 * dots_a_mm; ++x) // its figure stands beyond
            if (qGray(pages[0].pixel(x, static_cast<int>(y))) < 128) {
                first = first < 0 ? x : first;
                last = x;
            }
        QVERIFY2(std::abs((last - first + 1) / dots_a_mm - 100.0) < 0.4,
                 qPrintable(QString::number((last - first) / dots_a_mm)));
        const int x = static_cast<int>(16.0 * dots_a_mm);
        first = last = -1;
        for (int at = static_cast<int>(174.6 * dots_a_mm); at < 280 * dots_a_mm; ++at)
            if (qGray(pages[0].pixel(x, at)) < 128) {
                first = first < 0 ? at : first;
                last = at;
            }
        QVERIFY2(std::abs((last - first + 1) / dots_a_mm - 100.0) < 0.4,
                 qPrintable(QString::number((last - first) / dots_a_mm)));
    }
    void a_large_plate_takes_several_sheets() {
        QTemporaryDir folder;
        Job job = plate_job();
        job.unit = Unit::Inch;
        job.blank.width.nominal = mm(431.8);
        job.blank.height.nominal = mm(288.6);
        job.patterns = {row("A", 22.2, 31.7, 9, 47.3, 3, 6.5), row("B", 30.2, 250.1, 9, 45.1, -2, 9.0)};
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const QString pdf = folder.filePath("plate.pdf");
        const Result<int> sheets = write_template(job, plan, pdf);
        QVERIFY(sheets && *sheets > 2);
        const auto pages = rendered(pdf, folder);
        QCOMPARE(static_cast<int>(pages.size()), *sheets);
        int found = 0;
        const double worst = worst_on(pages, job, plan, found);
        QVERIFY(found >= 18); // each on one sheet at least
        QVERIFY2(worst < 0.05, qPrintable(QString::number(worst)));
    }
    void the_drawing_is_true_to_scale_too() {
        QTemporaryDir folder;
        const Job job = flange();
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const QString svg = folder.filePath("flange.svg");
        QVERIFY(write_template(job, plan, svg));
        QFile file(svg);
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QString text = QString::fromUtf8(file.readAll());
        QVERIFY(text.contains("width=\"210mm\"") && text.contains("height=\"297mm\""));
        QSvgRenderer renderer(svg);
        QVERIFY(renderer.isValid());
        QImage page(static_cast<int>(210 * dots_a_mm), static_cast<int>(297 * dots_a_mm), QImage::Format_RGB32);
        page.fill(Qt::white);
        QPainter painter(&page);
        renderer.render(&painter, QRectF(0, 0, 210 * dots_a_mm, 297 * dots_a_mm));
        painter.end();
        int found = 0;
        const double worst = worst_on({page}, job, plan, found);
        QCOMPARE(found, 17);
        QVERIFY2(worst < 0.05, qPrintable(QString::number(worst)));
    }
    void what_cannot_be_written_is_said() {
        const Job job = flange();
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const Result<int> nowhere = write_template(job, plan, "/nowhere/flange.pdf");
        QVERIFY(!nowhere && !nowhere.error().sentence.empty());
        const Job bar = load_job(SOURCE_FOLDER "/demo/winding-arbor.clockface.json").value();
        const Result<int> side = write_template(bar, plan_at_hand(bar, default_shop()), "/tmp/side.pdf");
        QVERIFY(!side && side.error().sentence.find("not flat") != std::string::npos);
        Job huge = plate_job();
        huge.blank.width.nominal = huge.blank.height.nominal = mm(4000);
        const Result<int> sheets = write_template(huge, plan_at_hand(huge, default_shop()), "/tmp/huge.pdf");
        QVERIFY(!sheets && sheets.error().sentence.find("sheets of A4") != std::string::npos);
    }
};

CLOCKFACE_WINDOW_MAIN(TestTemplate)
#include "support/plans.h"
#include "test_template.moc"
