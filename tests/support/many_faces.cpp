#include "support/many_faces.h"

#include "support/jobs.h"

namespace clockface::testing {

namespace {

MachineRef any_machine() {
    const Shop shop = default_shop();
    return ref(*rc::gen::elementOf(shop.machines));
}

// Some set-ups of the user's own besides those that make the rest.
void share_out(Job& job) {
    job.own_setups = true;
    std::vector<int> patterns;
    for (const Pattern& each : job.patterns)
        patterns.push_back(each.id);
    for (int more = *rc::gen::inRange(1, 4); more > 0; --more) {
        Setup further{job.next_id++, "", (*rc::gen::elementOf(job.patterns)).face, any_machine(), {}, {}};
        switch (*rc::gen::inRange(0, 4)) {
        case 0:
            further.makes = Handwork{};
            break;
        case 1:
            further.makes = OfPatterns{{*rc::gen::elementOf(patterns)}};
            break;
        case 2:
            further.makes =
                WithCutters{{*rc::gen::element<std::string>("4.3 mm drill", "#2 centre drill", "6 mm reamer")}};
            break;
        default:
            further.makes = TheRest{}; // a second one finds nothing left
        }
        job.setups.insert(job.setups.begin() + *rc::gen::inRange(0, static_cast<int>(job.setups.size()) + 1), further);
    }
}

} // namespace

rc::Gen<Job> any_job_of_faces() {
    return rc::gen::exec([] {
        Job job = plate_job();
        job.blank.shape = BlankShape::Block;
        job.blank.thickness = mm(*rc::gen::inRange(20, 60));
        job.datum.place = *rc::gen::element(DatumPlace::LowerLeft, DatumPlace::Middle);
        for (int more = *rc::gen::inRange(1, 6); more > 0; --more) {
            Pattern pattern = row(next_pattern_name(job), *rc::gen::inRange(5, 20), *rc::gen::inRange(5, 15),
                                  *rc::gen::inRange(1, 4), *rc::gen::inRange(8, 15), 0);
            if (std::get<RowPattern>(pattern.layout).count < 2)
                pattern = single(pattern.name, *rc::gen::inRange(5, 20), *rc::gen::inRange(5, 15));
            pattern.hole = any_hole(8.0);
            pattern.face = *rc::gen::element(Face::Top, Face::Front, Face::Left, Face::Under);
            job.patterns.push_back(pattern);
        }
        at_hand(job).machine = any_machine();
        at_hand(job).order.holes = *rc::gen::element(HoleOrder::AsDrawn, HoleOrder::LeastWork);
        job.handwork_apart = *rc::gen::inRange(0, 3) == 0;
        job = with_proposed_setups(with_ids(job));
        for (Setup& each : job.setups)
            if (*rc::gen::arbitrary<bool>())
                each.machine = any_machine();
        if (*rc::gen::arbitrary<bool>())
            share_out(job);
        return with_setup(job, (*rc::gen::elementOf(job.setups)).id);
    });
}

} // namespace clockface::testing
