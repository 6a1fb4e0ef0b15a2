#include "document/document.h"

#include "document/file_stamp.h"
#include "formats/job_json.h"
#include "formats/text_file.h"
#include "layout/from_part.h"
#include "layout/validate.h"
#include "shop/validate.h"

#include <QUndoCommand>

namespace clockface::app {

/// One undo step, from one Job value to the next. Progress at the machines is not part of it: undoing a figure must not
/// undo work that is done.
class JobEdit : public QUndoCommand {
public:
    JobEdit(Document& document, const QString& name, Job next)
        : QUndoCommand(name)
        , m_document(document)
        , m_before(document.m_job)
        , m_after(std::move(next)) {}

    void redo() override { apply(m_after); }
    void undo() override { apply(m_before); }

private:
    Document& m_document;
    Job m_before, m_after;

    void apply(Job job) {
        job.progress = m_document.m_job.progress;
        job.planned_with = m_document.m_job.planned_with;
        m_document.set_job(job);
    }
};

/// One undo step, from one shop to the next.
class ShopEdit : public QUndoCommand {
public:
    ShopEdit(Document& document, const QString& name, Shop next, QString path)
        : QUndoCommand(name)
        , m_document(document)
        , m_before(document.m_shop)
        , m_after(std::move(next))
        , m_path_before(document.m_shop_path)
        , m_path_after(std::move(path)) {}

    void redo() override { m_document.set_shop(m_after, m_path_after); }
    void undo() override { m_document.set_shop(m_before, m_path_before); }

private:
    Document& m_document;
    Shop m_before, m_after;
    QString m_path_before, m_path_after;
};

Job blank_job() {
    Job job;
    job.title = "New job";
    job.blank.shape = BlankShape::Plate;
    job.blank.width.nominal = Length::mm(96.0);
    job.blank.height.nominal = Length::mm(64.0);
    job.blank.thickness = Length::mm(8.0);
    job.blank.material = "steel";
    job.datum.place = DatumPlace::LowerLeft;
    job.order.holes = HoleOrder::LeastWork;
    return job;
}

Document::Document(Shop shop, QObject* parent)
    : Document(std::move(shop), QString(), parent) {}

Document::Document(Shop shop, QString shop_path, QObject* parent)
    : QObject(parent)
    , m_shop(std::move(shop))
    , m_shop_path(std::move(shop_path)) {
    new_job();
}

const Survey& Document::survey() const {
    if (!m_survey) {
        m_surveyed = job().old_part;
        m_survey = clockface::survey(m_surveyed);
    }
    return *m_survey;
}

void Document::follow_old_part() {
    if (!(m_surveyed == job().old_part))
        m_survey.reset();
}

Result<void> Document::edit(const QString& name, const Job& wanted) {
    if (const auto fault = first_fault(wanted)) {
        drop_preview();
        return tl::unexpected(*fault);
    }
    const Job next = old_part_moved(m_job, wanted) ? following_old_part(wanted) : wanted;
    if (next == m_job) {
        drop_preview();
        return {};
    }
    m_undo.push(new JobEdit(*this, name, next));
    return {};
}

Result<void> Document::edit_shop(const QString& name, const Shop& next, const QString& path) {
    drop_preview();
    if (const auto fault = first_fault(next))
        return tl::unexpected(*fault);
    if (!(next == m_shop) || path != m_shop_path)
        m_undo.push(new ShopEdit(*this, name, next, path));
    return {};
}

void Document::set_shop(const Shop& shop, const QString& path) {
    m_preview.reset();
    m_shop = shop;
    m_shop_path = path;
    m_plan = make_plan(m_job, m_shop);
    emit shop_changed();
    emit changed();
}

bool Document::preview(const Job& next) {
    if (first_fault(next)) {
        drop_preview();
        return false;
    }
    m_preview = old_part_moved(m_job, next) ? following_old_part(next) : next;
    follow_old_part();
    m_plan = make_plan(*m_preview, m_shop, Effort::Quick); // a key is being pressed
    emit changed();
    return true;
}

void Document::drop_preview() {
    if (!m_preview)
        return;
    m_preview.reset();
    follow_old_part();
    m_plan = make_plan(m_job, m_shop);
    emit changed();
}

void Document::set_done(int moves) {
    drop_preview();
    Progress progress{moves, m_plan.fingerprint};
    if (moves == 0)
        m_job.progress.erase(progress_name(m_job, m_plan.machine.name));
    else
        m_job.progress[progress_name(m_job, m_plan.machine.name)] = progress;
    m_plan.findings = find_faults(m_job, m_shop, m_plan);
    update_dirty();
    emit changed();
    emit settled_changed();
}

int Document::done() const {
    const auto found = m_job.progress.find(progress_name(m_job, m_plan.machine.name));
    if (found == m_job.progress.end() || found->second.list != m_plan.fingerprint)
        return 0;
    return std::min(found->second.done, static_cast<int>(m_plan.route.list.size()));
}

void Document::set_job(const Job& job) {
    m_preview.reset();
    m_job = job;
    follow_old_part();
    m_plan = make_plan(m_job, m_shop);
    update_dirty();
    emit changed();
    emit settled_changed();
}

void Document::replace(const Job& job, const Job& saved, const QString& path, const QByteArray& stamp) {
    m_saved = saved;
    m_path = path;
    m_stamp = stamp;
    m_undo.clear();
    set_job(job);
    emit replaced();
    emit file_changed();
}

void Document::update_dirty() {
    const bool dirty = !(m_job == m_saved);
    if (dirty == m_dirty)
        return;
    m_dirty = dirty;
    emit file_changed();
}

void Document::new_job() {
    const Job job = blank_job();
    replace(job, job, {}, {});
}

void Document::recover(const Job& job, const QString& path, const QByteArray& stamp) {
    replace(job, Job{}, path, stamp);
}

bool Document::changed_meanwhile() const {
    if (m_path.isEmpty() || m_stamp.isEmpty())
        return false;
    const QByteArray now = stamp_of_file(m_path);
    return !now.isEmpty() && now != m_stamp; // one that is gone is simply saved again
}

Result<void> Document::open(const QString& path) {
    const Result<std::string> text = read_file(path.toStdString());
    if (!text)
        return tl::unexpected(text.error());
    const Result<Job> job = read_job(*text, path.toStdString());
    if (!job)
        return tl::unexpected(job.error());
    replace(*job, *job, path, stamp_of_text(*text));
    return {};
}

Result<void> Document::save(const QString& path) {
    // The figures the list was worked out with go with the job, so that a change of the shop is noticed later.
    Job kept = m_job;
    if (!m_plan.holes.empty())
        kept.planned_with[m_plan.machine.name] = machine_in_words(m_plan.machine);
    const std::string text = job_to_json(kept);
    if (Result<void> saved = write_file_atomically(path.toStdString(), text); !saved)
        return saved;
    m_stamp = stamp_of_text(text);
    const bool other_figures = !(kept == m_job);
    m_saved = m_job = kept;
    m_path = path;
    update_dirty();
    if (other_figures) {
        m_plan.findings = find_faults(m_job, m_shop, m_plan);
        emit changed();
    }
    emit file_changed();
    return {};
}

} // namespace clockface::app
