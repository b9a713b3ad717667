// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/document.h"

#include <QDir>
#include <QFileInfo>

#include "app/document/day_player.h"
#include "app/document/proposals.h"
#include "core/fields/field_check.h"
#include "core/edits/edits.h"
#include "core/site/site_fields.h"
#include "phrase/error_text.h"

namespace ovant {
namespace {

// History is held as whole sites; this many bytes of them at most, but never under 50 steps.
constexpr std::size_t history_bytes = 64u << 20;
constexpr std::size_t fewest_steps = 50;

std::size_t estimated_bytes(const Site& site) {
    return 4096 + 700 * (site.devices.size() + site.links.size()) +
           300 * (site.places.size() + site.pathways.size());
}

bool names_object(const Site& site, const std::string& id) {
    return find_device(site, id) || find_link(site, id) || find_place(site, id) ||
           find_pathway(site, id) || find_obstacle(site, id) || find_existing(site, id);
}

}  // namespace

Document::Document(QObject* parent)
    : QObject(parent), session_(std::make_unique<Session>(QString())) {
    take({}, {});
    day_ = std::make_unique<DayPlayer>(*this);
    proposals_ = std::make_unique<Proposals>(*this);
}
Document::~Document() = default;

void Document::show_site(std::shared_ptr<const Site> site, Change what, const std::string& moved) {
    moving_ = moved;
    const bool same = catalogue_ && shown_ && same_catalogue(*shown_, *site);
    shown_ = std::move(site);
    if (!same) catalogue_ = std::make_shared<const Catalogue>(catalogue_for(*shown_));
    const bool other_rules = what == Change::conditions || what == Change::opening;
    lay_out_shown(!other_rules);
    tell(what);
}

// `again`: judged by the same rules as what stands, of which most is kept.
void Document::lay_out_shown(bool again) {
    auto drawn = std::make_shared<const Network>(lay_out(shown_, catalogue_));
    auto judged = drawn;
    if (under_.worse_than_designed()) {
        auto worse = std::make_shared<const Site>(
            with_what_if(*shown_, *catalogue_, under_.what_if, under_.failed));
        judged = std::make_shared<const Network>(lay_out(std::move(worse), catalogue_));
    }
    assessment_ = again ? assess_again(*judged, *network_, std::move(assessment_), under_.options())
                        : assess(*judged, under_.options());
    network_ = std::move(judged);
    site_network_ = network_ == drawn ? nullptr : std::move(drawn);
}

void Document::tell(Change what) {
    if (what != Change::preview) moving_.clear();
    if (what == Change::commit || what == Change::opening) beside_.reset();
    const bool lost = !selected_.empty() && !names_object(*shown_, selected_);
    if (lost) selected_.clear();
    emit changed(what);
    if (lost) emit selection_changed();
}

void Document::push(const QString& name, std::shared_ptr<const Site> site) {
    history_.resize(at_ + 1);
    history_.push_back({name, site});
    ++at_;
    current_ = std::move(site);
    trim_history();
}

void Document::trim_history() {
    const std::size_t most = std::max(fewest_steps, history_bytes / estimated_bytes(*current_));
    if (history_.size() <= most) return;
    const std::size_t gone = history_.size() - most;
    history_.erase(history_.begin(), history_.begin() + static_cast<std::ptrdiff_t>(gone));
    at_ -= gone;
}

Result<Site> Document::gated(Result<Site> edited) const {
    if (shown_->kinds == current_->kinds) return sound(*current_, *catalogue_, std::move(edited));
    return sound(*current_, catalogue_for(*current_), std::move(edited));
}

bool Document::edit(const QString& name, Result<Site> edited) {
    edited = gated(std::move(edited));
    QString why;
    if (!edited)
        why = QString::fromStdString(sentence(edited.error()));
    else if (file_.read_only)
        why = tr("This site is open for looking only. Save it under another name to change it.");
    if (!why.isEmpty()) {
        cancel_preview();
        emit refused(why);
        return false;
    }
    if (*edited == *current_) {
        cancel_preview();
        return false;
    }
    if (previewing() && *edited == *shown_) {
        // What is shown is assessed already: it only becomes the current one.
        push(name, shown_);
        tell(Change::commit);
        return true;
    }
    push(name, std::make_shared<const Site>(std::move(*edited)));
    show_site(current_, Change::commit);
    return true;
}

void Document::preview(Result<Site> edited) {
    if (file_.read_only) return;
    edited = gated(std::move(edited));
    if (!edited) {
        emit refused(QString::fromStdString(sentence(edited.error())));
        return;
    }
    show_site(std::make_shared<const Site>(std::move(*edited)), Change::preview);
}

void Document::preview_move(const std::string& id, Point to) {
    if (file_.read_only) return;
    // A place takes its equipment along: no single device says what changed.
    if (!find_device(*current_, id)) return preview(move_object(*current_, id, to));
    Result<Site> moved = move_object(*current_, id, to);
    // Of a sound site only the device's own fields can have gone wrong; a commit passes the gate.
    if (const Device* device = moved ? find_device(*moved, id) : nullptr) {
        if (std::optional<Error> wrong = wrong_field(*device)) {
            wrong->place = "devices/" + id + "/" + wrong->place;
            moved = *wrong;
        }
    }
    if (!moved) {
        emit refused(QString::fromStdString(sentence(moved.error())));
        return;
    }
    show_site(std::make_shared<const Site>(std::move(*moved)), Change::preview, id);
}

bool Document::commit_preview(const QString& name) {
    return previewing() && edit(name, Result<Site>(*shown_));
}

void Document::cancel_preview() {
    if (previewing()) show_site(current_, Change::preview);
}

void Document::go_to(std::size_t step) {
    at_ = step;
    current_ = history_[at_].site;
    // Back at what the file holds: what was kept aside is no longer anybody's work.
    if (!unsaved()) drop_autosave();
    show_site(current_, Change::commit);
}

void Document::set_under(JudgedUnder under) {
    if (under == under_) return;
    under_ = std::move(under);
    show_site(shown_, Change::conditions);
}

void Document::undo() {
    if (!can_undo()) return;
    go_to(at_ - 1);
}

void Document::redo() {
    if (!can_redo()) return;
    go_to(at_ + 1);
}

void Document::select(const std::string& id) {
    if (id == selected_) return;
    selected_ = names_object(*shown_, id) ? id : std::string();
    emit selection_changed();
}

std::string Document::selected_camera() const {
    if (selected_.empty()) return "";
    if (const Device* device = find_device(*shown_, selected_);
        device && ends_a_run(*device, *catalogue_)) {
        return selected_;
    }
    // A switch serves many runs; it is not part of any one of them.
    const auto is_chosen = [&](DeviceNumber device) {
        const Category category = network_->kind(device).category;
        return category != Category::network_switch && category != Category::recorder &&
               category != Category::injector && network_->device(device).id == selected_;
    };
    for (const Run& run : network_->runs) {
        for (std::size_t i = 0; i < run.links.size(); ++i) {
            const NetLink& link = network_->links[run.links[i]];
            if (link.link->id == selected_ || is_chosen(run.ins[i].device) ||
                is_chosen(run.outs[i].device)) {
                return network_->device(run.camera).id;
            }
        }
    }
    return "";
}

const std::vector<PinnedWay>& Document::pinned_ways(const std::string& camera) const {
    static const std::vector<PinnedWay> none;
    const auto found = pinned_ways_.find(camera);
    return found == pinned_ways_.end() ? none : found->second;
}

void Document::set_pinned_ways(const std::string& camera, std::vector<PinnedWay> pinned) {
    pinned_ways_[camera] = std::move(pinned);
    emit selection_changed();
}

void Document::set_beside(std::optional<BesideDesign> beside) {
    beside_ = std::move(beside);
    emit selection_changed();
}

CameraNumber Document::camera_number(const std::string& camera) const {
    for (CameraNumber number : network_->cameras.numbers()) {
        if (network_->device(network_->cameras[number]).id == camera) return number;
    }
    return {};
}

void Document::start(Site site, const QString& path) {
    OpenFile file;
    file.path = path;
    take(std::move(site), std::move(file));
}

void Document::take(Site site, OpenFile file) {
    pinned_ways_.clear();
    under_.what_if.clear();
    under_.failed.clear();
    current_ = std::make_shared<const Site>(std::move(site));
    saved_ = current_;
    history_ = {{QString(), current_}};
    at_ = 0;
    selected_.clear();
    file_ = std::move(file);
    ++unsaved_number_;
    shown_.reset();
    show_site(current_, Change::opening);
}

// Whether the lock on this file is our own.
bool Document::holds(const QString& path) const {
    return !file_.read_only && !file_.path.isEmpty() &&
           QFileInfo(path).absoluteFilePath() == QFileInfo(file_.path).absoluteFilePath();
}

Result<bool> Document::open(const QString& path) {
    const Result<std::string> text = read_saved_file(path.toStdString(), largest_site_bytes);
    if (!text) return text.error();
    Result<Site> site = read_site(*text);
    if (!site) return site.error();
    OpenFile file{path, stamp_of(*text), false, {}};
    const bool again = holds(path);
    if (const QString who = again ? QString() : file.lock.take(path); !who.isEmpty())
        return Error{ErrorCode::in_use, "", path.toStdString(), who.toStdString()};
    if (again) file.lock = std::move(file_.lock);
    take(std::move(*site), std::move(file));
    return true;
}

Result<bool> Document::open_looking(const QString& path) {
    const Result<std::string> text = read_saved_file(path.toStdString(), largest_site_bytes);
    if (!text) return text.error();
    Result<Site> site = read_site(*text);
    if (!site) return site.error();
    take(std::move(*site), {path, stamp_of(*text), true, {}});
    return true;
}

Result<KeptSite> Document::open_keeping(const QString& path) {
    const Result<std::string> text = read_saved_file(path.toStdString(), largest_site_bytes);
    if (!text) return text.error();
    KeptSite kept = read_site_keeping(*text);
    if (kept.nothing_kept) {
        return kept.dropped.empty() ? Error{ErrorCode::not_json, "", "", ""} : kept.dropped.front();
    }
    take(kept.site, {path, stamp_of(*text), true, {}});
    return kept;
}

Result<bool> Document::save() {
    if (file_.read_only)
        return Error{ErrorCode::not_possible, "", file_.path.toStdString(),
                     "open for looking only"};
    const Result<FileStamp> stamp = save_site(file_.path.toStdString(), *current_, file_.stamp);
    if (!stamp) return stamp.error();
    drop_autosave();
    file_.stamp = *stamp;
    saved_ = current_;
    emit file_changed();
    return true;
}

Result<bool> Document::save_as(const QString& path) {
    SiteLock lock;
    const bool again = holds(path);
    if (const QString who = again ? QString() : lock.take(path); !who.isEmpty())
        return Error{ErrorCode::in_use, "", path.toStdString(), who.toStdString()};
    const Result<FileStamp> stamp = save_site(path.toStdString(), *current_);
    if (!stamp) return stamp.error();
    drop_autosave();
    if (!again) file_.lock = std::move(lock);
    file_.path = path;
    file_.stamp = *stamp;
    file_.read_only = false;
    saved_ = current_;
    emit file_changed();
    return true;
}

void Document::set_unsaved_folder(const QString& folder) {
    if (folder == unsaved_folder_) return;
    unsaved_folder_ = folder;
    session_ = std::make_unique<Session>(folder);
}

QString Document::kept_apart() const {
    return session_ ? ovant::kept_apart(*session_, file_.path, unsaved_number_) : QString();
}

QString Document::autosave_file() const {
    if (!session_) return {};
    return file_.path.isEmpty() ? kept_apart() : kept_beside(*session_, file_.path);
}

Result<bool> Document::autosave() {
    const QString file = autosave_file();
    if (!unsaved() || file_.read_only || file.isEmpty()) return true;
    if (file_.path.isEmpty()) QDir().mkpath(unsaved_folder_);
    const Result<FileStamp> beside =
        keep_site(file.toStdString(), *current_, file_.path.toStdString());
    const QString apart = kept_apart();
    if (beside) {
        if (file != apart) throw_away(apart);
        return true;
    }
    if (file_.path.isEmpty() || apart.isEmpty()) return beside.error();
    QDir().mkpath(unsaved_folder_);
    const Result<FileStamp> second =
        keep_site(apart.toStdString(), *current_, file_.path.toStdString());
    if (!second || !note_site(apart, file_.path)) return beside.error();
    Error error = beside.error();
    error.code = ErrorCode::kept_apart;
    error.detail = apart.toStdString();
    return error;
}

void Document::drop_autosave() {
    throw_away(autosave_file());
    throw_away(kept_apart());
}

Result<KeptSite> Document::recover(const QString& kept_file) {
    const Result<std::string> text = read_file(kept_file.toStdString(), largest_site_bytes);
    if (!text) return text.error();
    KeptSite kept = read_site_keeping(*text);
    if (kept.nothing_kept)
        return kept.dropped.empty() ? Error{ErrorCode::not_json, "", "", ""} : kept.dropped.front();
    const bool same = kept.site == *current_;
    if (!same && !edit(tr("Recover unsaved work"), kept.site)) return kept;
    const bool own = kept_file == autosave_file() || kept_file == kept_apart();
    if (!own && (same || autosave())) throw_away(kept_file);
    return kept;
}

}  // namespace ovant
