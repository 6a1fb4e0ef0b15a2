// Holes from a file: how it was read, what was found, which of it to take. The board shows it before anything changes.
#pragma once

#include "document/beside.h"
#include "formats/hole_import.h"
#include "slips/slip.h"

#include <set>

namespace clockface::app {

class ImportSlip : public Slip {
    Q_OBJECT
public:
    ImportSlip(Document& document, Selection& selection, QWidget* parent = nullptr);

    /// Reads a file; a problem when it is none to read from. `done` is told when what is in it is shown, or why nothing
    /// is: at once, or later where the file is so large that it is read beside the window.
    Result<void> begin(const QString& path, std::function<void(const Result<void>&)> done);
    /// Nobody wants to know any more what is in a file that is still being read.
    void stop_reading() { m_reading_file.drop(); }

signals:
    /// A large file takes its time, and no longer.
    void reading(bool waiting);
    /// The holes were taken, or left.
    void ended();

protected:
    void refresh() override {}
    void hideEvent(QHideEvent* event) override;

private:
    std::string m_text;
    QString m_file;
    bool m_drawing = false;
    CsvReading m_reading;
    std::optional<Unit> m_unit; // that a drawing is to be read in, against its own
    FoundHoles m_found;
    std::set<std::string> m_no_layers; // layers that are not taken
    std::set<std::string> m_no_sizes;  // sizes that are not taken, in words
    Length m_plain = Length::mm(4.0);  // for holes whose size the file does not say
    QWidget* m_box = nullptr;

    Beside<Result<FoundHoles>> m_reading_file;
    void read(std::function<void(const Result<FoundHoles>&)> take);
    void read_again();
    void build();
    void csv_sentence(Sentence& s);
    void unit_choice(Sentence& s);
    void plain_size(Sentence& s);
    void choices(QVBoxLayout* box, const QString& heading_text, const QString& unnamed, const QString& prefix,
                 const std::vector<std::pair<std::string, int>>& counted, std::set<std::string>& refused);
    void show_ghost();
    void take();
    void leave();
    [[nodiscard]] std::string size_of(const FoundHole& hole) const;
    [[nodiscard]] std::vector<FoundHole> chosen() const;
};

} // namespace clockface::app
