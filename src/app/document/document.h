// SPDX-License-Identifier: GPL-3.0-or-later
// The one site that is open: its value, its history, its assessment and what is selected. Every
// view reads it and every edit goes through it. It holds no formula and no widget.
#pragma once

#include <QObject>
#include <QString>

#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "app/document/kept_work.h"
#include "core/assess/assess.h"
#include "core/choose/proposal.h"
#include "core/format/file_store.h"
#include "core/simulate/what_if.h"
#include "phrase/check_text.h"

namespace ovant {

// A way pinned for a camera, to be seen on the plan beside what stands. Not part of the site.
struct PinnedWay {
    WayId way;
    SiteChange change;
};

// Another design, seen on the plan beside what stands. Not part of the site.
struct BesideDesign {
    QString name;
    SiteChange change;
    std::shared_ptr<const Site> whole = nullptr;  // to be used from there; none: to be looked at
};

// Said of what was laid by itself or by a click: its price, and whose other ways there are.
struct LaidNote {
    QString text;
    std::string camera;    // empty: of none
    bool offered = false;  // not laid: its first way is there to be used
};

class DayPlayer;
class Proposals;

// What became another. All of it is in place before it is told.
enum class Change {
    preview,     // what is shown is a preview, another one, or none any more
    commit,      // a step of history was made, undone or redone
    conditions,  // the same site is judged under something else
    opening      // another site; its file, history and selection with it
};

class Document : public QObject {
    Q_OBJECT

public:
    explicit Document(QObject* parent = nullptr);
    ~Document() override;

    // The site as shown: a preview while something is dragged, else the current one.
    const Site& site() const { return *shown_; }
    // The site without any preview: what edits start from.
    const Site& committed() const { return *current_; }
    // What is assessed: the site as shown, or with what has gone worse where a what-if is on.
    const Site& judged() const { return *network_->site; }
    const Catalogue& catalogue() const { return *catalogue_; }
    const Network& network() const { return *network_; }
    // The same without any what-if: what is bought, built and edited.
    const Network& site_network() const { return site_network_ ? *site_network_ : *network_; }
    // The same as values that stay as they are, for work off the window's thread.
    std::shared_ptr<const Network> shared_network() const { return network_; }
    std::shared_ptr<const Network> shared_site_network() const {
        return site_network_ ? site_network_ : network_;
    }
    std::shared_ptr<const Site> shared_committed() const { return current_; }
    std::shared_ptr<const Catalogue> shared_catalogue() const { return catalogue_; }
    const Assessment& assessment() const { return assessment_; }
    // More runs than a page can work through while a key is held down: it does so aside.
    bool large() const { return network_->runs.size() > 500; }
    TextContext text() const { return {site().settings.units, catalogue_.get()}; }
    UnitSystem units() const { return site().settings.units; }

    // Takes the edited site as one step of history under this name, if it passes the gate (sound()
    // in core/format/site_json.h). A refused edit changes nothing and is told through refused().
    // Returns whether it was taken.
    bool edit(const QString& name, Result<Site> edited);
    // Shows an edit without taking it; commit_preview makes it a step, cancel_preview drops it.
    void preview(Result<Site> edited);
    // The same for a device or place on its way to a point: quick on large sites.
    void preview_move(const std::string& id, Point to);
    bool commit_preview(const QString& name);
    void cancel_preview();
    bool previewing() const { return shown_ != current_; }
    // The device that is on its way in the preview; empty for any other preview and for none.
    const std::string& moving() const { return moving_; }

    bool can_undo() const { return at_ > 0; }
    bool can_redo() const { return at_ + 1 < history_.size(); }
    QString undo_name() const { return can_undo() ? history_[at_].name : QString(); }
    QString redo_name() const { return can_redo() ? history_[at_ + 1].name : QString(); }
    void undo();
    void redo();

    // Id of a device, link, place or pathway; empty for none.
    const std::string& selected() const { return selected_; }
    void select(const std::string& id);
    // Camera of the run that the selection belongs to; empty if none.
    std::string selected_camera() const;
    CameraNumber camera_number(const std::string& camera) const;  // none where there is no such

    const std::vector<PinnedWay>& pinned_ways(const std::string& camera) const;
    void set_pinned_ways(const std::string& camera, std::vector<PinnedWay> pinned);

    // Until the site changes, or nullopt.
    const std::optional<BesideDesign>& beside() const { return beside_; }
    void set_beside(std::optional<BesideDesign> beside);

    // What everything is judged under; not part of the site.
    const JudgedUnder& under() const { return under_; }
    void set_under(JudgedUnder under);

    // What could be done about the run or unit that is selected.
    Proposals& proposals() const { return *proposals_; }

    // The site played through its day, and the moment that is looked at.
    DayPlayer& day() const { return *day_; }

    // A site without a file, as a start of history.
    void start(Site site, const QString& path = {});
    // Reads a file and holds its lock; on an error the document stays as it was. in_use: another
    // window has it open.
    Result<bool> open(const QString& path);
    // The same without the lock, for looking only.
    Result<bool> open_looking(const QString& path);
    // Opens what can be kept of a damaged or newer file, read-only; what was left out comes back.
    Result<KeptSite> open_keeping(const QString& path);
    Result<bool> save();
    Result<bool> save_as(const QString& path);
    const QString& path() const { return file_.path; }
    bool read_only() const { return file_.read_only; }
    bool unsaved() const { return saved_ != current_; }

    // The person's own folder: for sites without a file, and where there is no room beside one.
    void set_unsaved_folder(const QString& folder);
    const QString& unsaved_folder() const { return unsaved_folder_; }
    // Where unsaved work is kept aside: beside the file, or in the person's own folder.
    QString autosave_file() const;
    // Writes unsaved work aside; does nothing where there is none. On an error it is kept nowhere,
    // or in the second place, which the error's detail names.
    Result<bool> autosave();
    void drop_autosave();
    // Takes work kept aside as the current state, still unsaved against the file: what can be kept
    // of it. It is thrown away there once it is kept here.
    Result<KeptSite> recover(const QString& kept_file);

signals:
    void changed(ovant::Change what);
    void selection_changed();
    void file_changed();  // saved, saved elsewhere; not on opening
    void refused(const QString& sentence);
    void laid(const ovant::LaidNote& note);
    void exported(const QString& path);  // something of the site was written there

private:
    struct Step {
        QString name;
        std::shared_ptr<const Site> site;
    };
    struct OpenFile {  // where the site came from and is saved to
        QString path;
        FileStamp stamp;
        bool read_only = false;
        SiteLock lock;
    };
    void show_site(std::shared_ptr<const Site> site, Change what, const std::string& moved = {});
    void lay_out_shown(bool again);
    void tell(Change what);
    void push(const QString& name, std::shared_ptr<const Site> site);
    void trim_history();
    void go_to(std::size_t step);
    void take(Site site, OpenFile file);
    // Passes the gate, against the site without any preview.
    Result<Site> gated(Result<Site> edited) const;

    std::shared_ptr<const Site> current_, shown_, saved_;
    std::string moving_;
    JudgedUnder under_;
    std::shared_ptr<const Catalogue> catalogue_;
    std::shared_ptr<const Network> network_;
    std::shared_ptr<const Network> site_network_;  // only where a what-if is on
    Assessment assessment_;
    std::vector<Step> history_;
    std::size_t at_ = 0;
    std::string selected_;
    std::map<std::string, std::vector<PinnedWay>> pinned_ways_;
    std::optional<BesideDesign> beside_;
    OpenFile file_;
    QString unsaved_folder_;
    std::unique_ptr<Session> session_;
    int unsaved_number_ = 0;
    QString kept_apart() const;
    bool holds(const QString& path) const;
    // Last, so that they end before what they read.
    std::unique_ptr<DayPlayer> day_;
    std::unique_ptr<Proposals> proposals_;
};

}  // namespace ovant
