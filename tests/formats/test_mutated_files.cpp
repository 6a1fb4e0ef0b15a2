// Files with one thing changed, anywhere: each gives a sentence, or a job (a shop, an old part, holes) that is sound,
// is saved and read back as it is, and can be planned.
#include "formats/csv.h"
#include "formats/dxf.h"
#include "formats/hole_import.h"
#include "formats/job_json.h"
#include "formats/shop_json.h"
#include "layout/validate.h"
#include "shop/validate.h"
#include "support/bars.h"
#include "survey/part_text.h"
#include "survey/survey.h"

#include <QDir>
#include <nlohmann/json.hpp>

using namespace clockface;
using namespace clockface::testing;

namespace {

using nlohmann::json;

std::vector<std::string> demo_texts() {
    std::vector<std::string> all;
    const QDir folder(QStringLiteral(SOURCE_FOLDER "/demo"));
    for (const QString& name : folder.entryList({"*.clockface.json"}))
        all.push_back(read_text(folder.filePath(name).toStdString()));
    return all;
}

// Every place of a document that holds a value.
void collect(json& at, std::vector<json*>& all) {
    all.push_back(&at);
    if (at.is_structured())
        for (auto& inner : at)
            collect(inner, all);
}

// A value that does not belong where it comes to stand, mostly.
json any_value() {
    static const std::vector<json> values = {nullptr,
                                             true,
                                             false,
                                             0,
                                             1,
                                             -1,
                                             2,
                                             7,
                                             4.5,
                                             -0.001,
                                             1e-300,
                                             1e9,
                                             -1e9,
                                             1e17,
                                             1e300,
                                             2147483647,
                                             -2147483648LL,
                                             "",
                                             "A",
                                             "top",
                                             "left",
                                             "middle",
                                             "plain",
                                             "tapped",
                                             "M5",
                                             "nan",
                                             "\n",
                                             "\u202E",
                                             json::array(),
                                             json::object(),
                                             json::array({1, 2}),
                                             json::array({"A1"}),
                                             json::array({json::array({0, 0})}),
                                             json::object({{"nominal", 3}})};
    switch (*rc::gen::inRange(0, 12)) {
    case 0:
        return std::string(static_cast<std::size_t>(*rc::gen::element(79, 81, 2001)), 'x');
    case 1:
        return json(std::vector<double>(static_cast<std::size_t>(*rc::gen::element(3, 250)), 1.5));
    default:
        return values[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(values.size())))];
    }
}

std::string with_one_change(const std::string& text) {
    json document = json::parse(text);
    std::vector<json*> places;
    collect(document, places);
    json& at = *places[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(places.size())))];
    if (at.is_object() && !at.empty() && *rc::gen::inRange(0, 3) == 0)
        at.erase(at.begin());
    else if (at.is_array() && !at.empty() && *rc::gen::inRange(0, 3) == 0)
        at.push_back(at[0]);
    else if (at.is_number() && *rc::gen::arbitrary<bool>())
        at = at.get<double>() * *rc::gen::element(-1.0, 0.0, 0.5, 2.0, 25.4, 1000.0);
    else
        at = any_value();
    return document.dump();
}

// Bytes turned, taken out, doubled: what a bad disk or a hasty hand does.
std::string damaged(std::string text) {
    for (int n = *rc::gen::inRange(1, 6); n > 0 && !text.empty(); --n) {
        const auto at = static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(text.size())));
        switch (*rc::gen::inRange(0, 5)) {
        case 0:
            text[at] = static_cast<char>(*rc::gen::inRange(0, 256));
            break;
        case 1:
            text.erase(at, static_cast<std::size_t>(*rc::gen::inRange(1, 40)));
            break;
        case 2:
            text.insert(at, text.substr(at / 2, static_cast<std::size_t>(*rc::gen::inRange(1, 40))));
            break;
        case 3:
            text.insert(at,
                        *rc::gen::element<std::string>("-", "e999", "nan", "\"", "{", "]", "\r\n", "\xFF", ",,", " "));
            break;
        default:
            text.resize(at);
            break;
        }
    }
    return text;
}

void is_a_sentence(const Problem& problem) {
    if (problem.sentence.size() < 8)
        RC_FAIL("no sentence at " + problem.place);
}

void is_sound(const Result<Job>& read) {
    if (!read)
        return is_a_sentence(read.error());
    RC_TAG("read");
    RC_ASSERT(!first_fault(*read).has_value());
    const auto again = job_from_json(job_to_json(*read));
    RC_ASSERT(again.has_value());
    RC_ASSERT(*again == *read);
    if (holes_of(*read).size() > 400)
        return; // planning thousands of holes 400 times is another test's
    const SetupPlan plan = plan_at_hand(*read, default_shop());
    for (const Hole& hole : plan.holes)
        RC_ASSERT(std::isfinite(hole.at.x.in_mm()) && std::isfinite(hole.at.y.in_mm()));
    for (const Finding& finding : plan.findings)
        RC_ASSERT(finding.sentence.find("nan") == std::string::npos);
}

} // namespace

class TestMutatedFiles : public QObject {
    Q_OBJECT
private:
    const std::vector<std::string> m_demos = demo_texts();

    const std::string& any_demo() const {
        return m_demos[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(m_demos.size())))];
    }
private slots:
    void jobs_with_one_value_changed() {
        QVERIFY(m_demos.size() >= 6);
        holds("a sentence, or a sound job", [this](void) { is_sound(job_from_json(with_one_change(any_demo()))); });
    }
    void random_jobs_with_one_value_changed() {
        holds("a sentence, or a sound job", [](void) {
            const Job job = *rc::gen::arbitrary<bool>() ? *any_job() : *any_bar_job();
            is_sound(job_from_json(with_one_change(job_to_json(job))));
        });
    }
    void damaged_jobs() {
        holds("a sentence, or a sound job", [this](void) { is_sound(job_from_json(damaged(any_demo()))); });
    }
    void shops_with_one_value_changed() {
        const std::string text = shop_to_json(default_shop());
        holds("a sentence, or a sound shop", [&](void) {
            const bool bytes = *rc::gen::inRange(0, 3) == 0;
            const auto read = shop_from_json(bytes ? damaged(text) : with_one_change(text));
            if (!read)
                return is_a_sentence(read.error());
            RC_TAG("read");
            RC_ASSERT(!first_fault(*read).has_value());
            const auto again = shop_from_json(shop_to_json(*read));
            RC_ASSERT(again.has_value());
            RC_ASSERT(*again == *read);
            const SetupPlan plan = plan_at_hand(flange(), *read);
            for (const Landing& landing : plan.run.landings)
                RC_ASSERT(std::isfinite(landing.miss.in_mm()));
        });
    }
    void old_parts_damaged() {
        const Job bracket = *job_from_json(read_text(SOURCE_FOLDER "/demo/bell-crank-bracket.clockface.json"));
        const std::vector<std::string> lines = to_lines(bracket.old_part);
        QVERIFY(lines.size() > 20);
        holds("a sentence, or a part that is sound and comes back", [&](void) {
            std::vector<std::string> spoiled = lines;
            std::string& line = spoiled[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(lines.size())))];
            line = *rc::gen::inRange(0, 4) == 0 ? std::string() : damaged(line);
            const auto read = read_old_part(spoiled);
            if (!read)
                return is_a_sentence(read.error());
            RC_TAG("read");
            RC_ASSERT(!first_fault(*read).has_value());
            RC_ASSERT(read_old_part(to_lines(*read)).value() == *read);
        });
    }
    void tables_and_drawings_damaged() {
        const SetupPlan plan = plan_at_hand(flange(), default_shop());
        const std::string csv = coordinates_csv(flange(), make_plan(flange(), default_shop())),
                          dxf = dxf_of(flange(), plan).value();
        holds("a sentence, or holes that can be taken", [&](void) {
            const bool drawing = *rc::gen::arbitrary<bool>();
            const std::string text = damaged(drawing ? dxf : csv);
            Result<FoundHoles> found = tl::unexpected(Problem{});
            if (drawing) {
                found = read_dxf_holes(text, std::nullopt);
            } else {
                const auto reading = recognise_csv(text, Unit::Millimetre);
                if (!reading)
                    return is_a_sentence(reading.error());
                found = read_csv_holes(text, *reading);
            }
            if (!found)
                return is_a_sentence(found.error());
            RC_TAG("read");
            const Job job = with_found(plate_job(), found->holes, mm(3));
            if (const auto fault = first_fault(job))
                RC_FAIL(fault->text());
            for (const std::string& sentence : found->left_out)
                RC_ASSERT(sentence.size() > 8U);
        });
    }
};

QTEST_GUILESS_MAIN(TestMutatedFiles)
#include "test_mutated_files.moc"
