// SPDX-License-Identifier: GPL-3.0-or-later
// Work kept aside before it is saved: each process keeps its own, beside the site's file or, for a
// site without one and where that cannot be written, in the person's own folder. What a process
// that is gone has left is found again here.
#pragma once

#include <QDateTime>
#include <QList>
#include <QLockFile>
#include <QMetaType>
#include <QString>

#include <memory>

namespace ovant {

// One run of the program. Its lock says that it is still there.
class Session {
public:
    // `folder`: the person's own; made where missing. A folder that cannot be written is no error.
    explicit Session(const QString& folder);
    const QString& id() const { return id_; }
    const QString& folder() const { return folder_; }
    // Whether the process of a session runs and holds its lock.
    static bool is_there(const QString& folder, const QString& id);

private:
    QString folder_, id_;
    std::unique_ptr<QLockFile> lock_;
};

// Where a session keeps work on the site of this file: beside it, or in its own folder. An empty
// path is a site without a file; `number` tells several of a session apart.
QString kept_beside(const Session& session, const QString& site_path);
QString kept_apart(const Session& session, const QString& site_path, int number);

struct KeptWork {
    QString file;
    QString site_path;  // empty for a site that never had a file
    QString name;       // of the site
    QDateTime when;
    qint64 bytes = 0;
};
// What sessions that are gone left of this site, newest first; of sites without a file where the
// path is empty.
QList<KeptWork> left_work(const QString& folder, const QString& site_path);
// All that is left in the person's own folder and beside these files, newest first.
QList<KeptWork> all_left_work(const QString& folder, const QStringList& site_paths);
// The site's name, or what stands for one.
QString kept_name(const KeptWork& work);
// Says beside work kept apart which file it is of.
bool note_site(const QString& kept_file, const QString& site_path);
void throw_away(const QString& kept_file);

// Held while a window may change a site's file. Another window is told who has it.
class SiteLock {
public:
    // Empty: it is held now, or the folder holds no locks. Else who has the file open.
    QString take(const QString& site_path);
    void release() { lock_.reset(); }

private:
    std::unique_ptr<QLockFile> lock_;
};

}  // namespace ovant

Q_DECLARE_METATYPE(ovant::KeptWork)
