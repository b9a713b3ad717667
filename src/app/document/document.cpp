// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/document.h"

#include <QDir>
#include <QFileInfo>

#include "app/document/day_player.h"
#include "core/site/edits.h"
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
    : QObject(parent), day_(new DayPlayer(*this)), session_(std::make_unique<Session>(QString())) {
    start({});
}
Document::~Document() = default;

void Document::show_site(std::shared_ptr<const Site> site, const std::string& moved) {
    const bool same_kinds = catalogue_ && shown_ && shown_->kinds == site->kinds;
    shown_ = std::move(site);
    if (!same_kinds) catalogue_ = std::make_unique<Catalogue>(catalogue_for(*shown_));
    // The old network borrows the old site, which history or a preview may just have let go.
    auto judged =
        what_if_.empty() && failed_.empty()
            ? shown_
            : std::make_shared<const Site>(with_what_if(*shown_, *catalogue_, what_if_, failed_));
    auto network = std::make_unique<Network>(lay_out(*judged, *catalogue_));
    assessment_ = moved.empty()
                      ? assess(*network, {condition_, false})
                      : assess_move(*network, *network_, assessment_, moved, {condition_, false});
    network_ = std::move(network);
    judged_ = std::move(judged);
    site_network_ =
        judged_ == shown_ ? nullptr : std::make_unique<Network>(lay_out(*shown_, *catalogue_));
    if (!selected_.empty() && !names_object(*shown_, selected_)) {
        selected_.clear();
        emit selection_changed();
    }
    emit changed();
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
    if (!edited) {
        cancel_preview();
        emit refused(QString::fromStdString(sentence(edited.error())));
        return false;
    }
    if (read_only_) {
        cancel_preview();
        emit refused(
            tr("This site is open for looking only. Save it under another name to change it."));
        return false;
    }
    if (*edited == *current_) {
        cancel_preview();
        return false;
    }
    push(name, std::make_shared<const Site>(std::move(*edited)));
    show_site(current_);
    emit saved_changed();
    return true;
}

void Document::preview(Result<Site> edited) {
    if (read_only_) return;
    edited = gated(std::move(edited));
    if (!edited) {
        emit refused(QString::fromStdString(sentence(edited.error())));
        return;
    }
    show_site(std::make_shared<const Site>(std::move(*edited)));
}

void Document::preview_move(const std::string& id, Point to) {
    Result<Site> moved = gated(move_object(*current_, id, to));
    if (read_only_) return;
    if (!moved) {
        emit refused(QString::fromStdString(sentence(moved.error())));
        return;
    }
    // A place takes its equipment along: no single device says what changed.
    const bool device = find_device(*current_, id) != nullptr;
    show_site(std::make_shared<const Site>(std::move(*moved)), device ? id : std::string());
}

bool Document::commit_preview(const QString& name) {
    if (!previewing()) return false;
    return edit(name, *shown_);
}

void Document::cancel_preview() {
    if (previewing()) show_site(current_);
}

void Document::go_to(std::size_t step) {
    at_ = step;
    current_ = history_[at_].site;
    // Back at what the file holds: what was kept aside is no longer anybody's work.
    if (!unsaved()) drop_autosave();
    show_site(current_);
    emit saved_changed();
}

void Document::set_what_if(std::set<WhatIf> what_if, Failed failed) {
    if (what_if == what_if_ && failed == failed_) return;
    what_if_ = std::move(what_if);
    failed_ = std::move(failed);
    show_site(shown_);
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
        device && is_camera(*device, *catalogue_)) {
        return selected_;
    }
    // A switch serves many runs; it is not part of any one of them.
    const auto is_chosen = [&](int device) {
        const Category category = network_->kind(device).category;
        return category != Category::network_switch && category != Category::recorder &&
               category != Category::injector && network_->device(device).id == selected_;
    };
    for (const Run& run : network_->runs) {
        for (std::size_t i = 0; i < run.links.size(); ++i) {
            const NetLink& link = network_->links[static_cast<std::size_t>(run.links[i])];
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

std::optional<std::size_t> Document::camera_index(const std::string& camera) const {
    for (std::size_t i = 0; i < network_->cameras.size(); ++i) {
        if (network_->device(network_->cameras[i]).id == camera) return i;
    }
    return std::nullopt;
}

void Document::set_condition(std::optional<Condition> condition) {
    if (condition == condition_) return;
    condition_ = condition;
    show_site(shown_);
}

void Document::start(Site site, const QString& path) {
    lock_.release();
    pinned_ways_.clear();
    what_if_.clear();
    failed_.clear();
    current_ = std::make_shared<const Site>(std::move(site));
    saved_ = current_;
    history_ = {{QString(), current_}};
    at_ = 0;
    selected_.clear();
    path_ = path;
    ++unsaved_number_;
    stamp_ = {};
    read_only_ = false;
    shown_.reset();
    show_site(current_);
    emit opened();
    emit selection_changed();
    emit saved_changed();
}

void Document::take_file(Site site, const QString& path, FileStamp stamp, bool read_only) {
    start(std::move(site), path);
    read_only_ = read_only;
    stamp_ = stamp;
    emit saved_changed();
}

// Whether the lock on this file is our own.
bool Document::holds(const QString& path) const {
    return !read_only_ && !path_.isEmpty() &&
           QFileInfo(path).absoluteFilePath() == QFileInfo(path_).absoluteFilePath();
}

Result<bool> Document::open(const QString& path) {
    const Result<std::string> text = read_file(path.toStdString(), largest_site_bytes);
    if (!text) return text.error();
    Result<Site> site = read_site(*text);
    if (!site) return site.error();
    SiteLock lock;
    const bool again = holds(path);
    if (const QString who = again ? QString() : lock.take(path); !who.isEmpty())
        return Error{ErrorCode::in_use, "", path.toStdString(), who.toStdString()};
    if (again) lock = std::move(lock_);
    take_file(std::move(*site), path, stamp_of(*text), false);
    lock_ = std::move(lock);
    return true;
}

Result<bool> Document::open_looking(const QString& path) {
    const Result<std::string> text = read_file(path.toStdString(), largest_site_bytes);
    if (!text) return text.error();
    Result<Site> site = read_site(*text);
    if (!site) return site.error();
    take_file(std::move(*site), path, stamp_of(*text), true);
    return true;
}

Result<KeptSite> Document::open_keeping(const QString& path) {
    const Result<std::string> text = read_file(path.toStdString(), largest_site_bytes);
    if (!text) return text.error();
    KeptSite kept = read_site_keeping(*text);
    if (kept.nothing_kept) {
        return kept.dropped.empty() ? Error{ErrorCode::not_json, "", "", ""} : kept.dropped.front();
    }
    take_file(kept.site, path, stamp_of(*text), true);
    return kept;
}

Result<bool> Document::save() {
    if (read_only_)
        return Error{ErrorCode::not_possible, "", path_.toStdString(), "open for looking only"};
    const Result<FileStamp> stamp = save_site(path_.toStdString(), *current_, stamp_);
    if (!stamp) return stamp.error();
    drop_autosave();
    stamp_ = *stamp;
    saved_ = current_;
    emit saved_changed();
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
    if (!again) lock_ = std::move(lock);
    path_ = path;
    stamp_ = *stamp;
    saved_ = current_;
    read_only_ = false;
    emit saved_changed();
    return true;
}

void Document::set_unsaved_folder(const QString& folder) {
    if (folder == unsaved_folder_) return;
    unsaved_folder_ = folder;
    session_ = std::make_unique<Session>(folder);
}

QString Document::kept_apart() const {
    return session_ ? ovant::kept_apart(*session_, path_, unsaved_number_) : QString();
}

QString Document::autosave_file() const {
    if (!session_) return {};
    return path_.isEmpty() ? kept_apart() : kept_beside(*session_, path_);
}

Result<bool> Document::autosave() {
    const QString file = autosave_file();
    if (!unsaved() || read_only_ || file.isEmpty()) return true;
    if (path_.isEmpty()) QDir().mkpath(unsaved_folder_);
    const Result<FileStamp> beside = keep_site(file.toStdString(), *current_, path_.toStdString());
    const QString apart = kept_apart();
    if (beside) {
        if (file != apart) throw_away(apart);
        return true;
    }
    if (path_.isEmpty() || apart.isEmpty()) return beside.error();
    QDir().mkpath(unsaved_folder_);
    const Result<FileStamp> second = keep_site(apart.toStdString(), *current_, path_.toStdString());
    if (!second || !note_site(apart, path_)) return beside.error();
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
