// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/kept_work.h"

#include <QCoreApplication>
#include <QCryptographicHash>
#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QLockFile>
#include <QRegularExpression>
#include <QSysInfo>

#include <algorithm>

#include "core/format/file_store.h"

namespace ovant {
namespace {

const QString autosave_ending = ".autosave";
const QString apart_ending = ".ovant.json";
const QString from_ending = ".from";

QString sessions_folder(const QString& folder) { return QDir(folder).filePath("sessions"); }

QString lock_of(const QString& folder, const QString& id) {
    return QDir(sessions_folder(folder)).filePath(id + ".lock");
}

QString full(const QString& path) { return QFileInfo(path).absoluteFilePath(); }

QString short_hash(const QString& text) {
    return QCryptographicHash::hash(text.toUtf8(), QCryptographicHash::Sha1).toHex().left(10);
}

// The site's name stands near the head of its file.
QString name_in(const QString& file) {
    QFile opened(file);
    if (!opened.open(QIODevice::ReadOnly)) return {};
    static const QRegularExpression name(R"re("name":\s*"((?:[^"\\]|\\.){0,200})")re");
    const QRegularExpressionMatch found = name.match(QString::fromUtf8(opened.read(2000)));
    return found.hasMatch() ? found.captured(1) : QString();
}

QString site_of(const QString& kept_file) {
    QFile from(kept_file + from_ending);
    return from.open(QIODevice::ReadOnly) ? QString::fromUtf8(from.read(8192)).trimmed()
                                          : QString();
}

KeptWork described(const QFileInfo& file, const QString& site_path) {
    return {file.absoluteFilePath(), site_path, name_in(file.absoluteFilePath()),
            file.lastModified(), file.size()};
}

QString lock_beside(const QString& site_path) {
    const QFileInfo site(full(site_path));
    const QFileInfo target(site.isSymLink() ? site.symLinkTarget() : site.filePath());
    return target.dir().filePath("." + target.fileName() + ".lock");
}

// A lock that names nobody was begun when the disk was full, or by a process that was killed then:
// nobody's, unless it is being written just now.
bool try_lock(QLockFile& lock, const QString& path) {
    constexpr qint64 being_written_s = 5;
    lock.setStaleLockTime(0);  // then it is stale only where its process is gone
    if (lock.tryLock(0)) return true;
    qint64 process = 0;
    QString host, program;
    const bool named = lock.getLockInfo(&process, &host, &program) && process > 0;
    if (lock.error() != QLockFile::LockFailedError || named ||
        QFileInfo(path).lastModified().secsTo(QDateTime::currentDateTime()) < being_written_s)
        return false;
    QFile::remove(path);
    return lock.tryLock(0);
}

// Another person or machine has the site open: what is kept beside it may be theirs, and alive.
bool held_by_another(const QString& site_path) {
    const QString path = lock_beside(site_path);
    if (!QFileInfo::exists(path)) return false;
    QLockFile lock(path);
    if (try_lock(lock, path)) return false;
    qint64 process = 0;
    QString host, program;
    return !lock.getLockInfo(&process, &host, &program) ||
           process != QCoreApplication::applicationPid() || host != QSysInfo::machineHostName();
}

void add_beside(const QString& folder, const QString& site_path, QList<KeptWork>& out) {
    if (held_by_another(site_path)) return;
    const QFileInfo site(full(site_path));
    const QString start = "." + site.fileName() + ".";
    const QFileInfoList files =
        site.dir().entryInfoList(QDir::Files | QDir::Hidden | QDir::NoSymLinks);
    for (const QFileInfo& file : files) {
        const QString name = file.fileName();
        if (!name.startsWith(start) || !name.endsWith(autosave_ending)) continue;
        const QString session =
            name.mid(start.size(), name.size() - start.size() - autosave_ending.size());
        if (session.isEmpty() || session.contains('.')) continue;
        if (!Session::is_there(folder, session)) out.append(described(file, full(site_path)));
    }
}

void add_apart(const QString& folder, QList<KeptWork>& out) {
    for (const QFileInfo& file :
         QDir(folder).entryInfoList({"unsaved-*" + apart_ending}, QDir::Files | QDir::NoSymLinks)) {
        const QString session = file.fileName().section('_', 1, 1);
        if (!Session::is_there(folder, session))
            out.append(described(file, site_of(file.absoluteFilePath())));
    }
}

void newest_first(QList<KeptWork>& works) {
    std::stable_sort(works.begin(), works.end(),
                     [](const KeptWork& a, const KeptWork& b) { return a.when > b.when; });
}

}  // namespace

Session::Session(const QString& folder) : folder_(folder) {
    static int count = 0;  // several documents in one process keep apart
    id_ = QString("%1-%2-%3")
              .arg(QDateTime::currentDateTimeUtc().toString("yyyyMMddHHmmsszzz"))
              .arg(QCoreApplication::applicationPid())
              .arg(++count);
    if (folder.isEmpty()) return;
    QDir().mkpath(sessions_folder(folder));
    lock_ = std::make_unique<QLockFile>(lock_of(folder, id_));
    lock_->setStaleLockTime(0);
    lock_->tryLock(0);
}

bool Session::is_there(const QString& folder, const QString& id) {
    const QString path = lock_of(folder, id);
    if (!QFileInfo::exists(path)) return false;
    QLockFile lock(path);
    return !try_lock(lock, path);
}

QString kept_beside(const Session& session, const QString& site_path) {
    const QFileInfo site(full(site_path));
    return site.dir().filePath("." + site.fileName() + "." + session.id() + autosave_ending);
}

QString kept_apart(const Session& session, const QString& site_path, int number) {
    if (session.folder().isEmpty()) return {};
    const QString what =
        site_path.isEmpty() ? QString::number(number) : short_hash(full(site_path));
    return QDir(session.folder()).filePath("unsaved-_" + session.id() + "_" + what + apart_ending);
}

bool note_site(const QString& kept_file, const QString& site_path) {
    const Result<FileStamp> noted =
        save_file((kept_file + from_ending).toStdString(), full(site_path).toStdString());
    return static_cast<bool>(noted);
}

QList<KeptWork> left_work(const QString& folder, const QString& site_path) {
    QList<KeptWork> found, apart;
    if (!site_path.isEmpty()) add_beside(folder, site_path, found);
    add_apart(folder, apart);
    const QString wanted = site_path.isEmpty() ? QString() : full(site_path);
    for (const KeptWork& work : apart) {
        if (work.site_path == wanted) found.append(work);
    }
    newest_first(found);
    return found;
}

QList<KeptWork> all_left_work(const QString& folder, const QStringList& site_paths) {
    QList<KeptWork> found;
    for (const QString& path : site_paths) add_beside(folder, path, found);
    add_apart(folder, found);
    newest_first(found);
    return found;
}

QString kept_name(const KeptWork& work) {
    if (!work.name.isEmpty()) return work.name;
    return work.site_path.isEmpty()
               ? QCoreApplication::translate("KeptWork", "a site without a name")
               : QFileInfo(work.site_path).fileName();
}

void throw_away(const QString& kept_file) {
    if (kept_file.isEmpty()) return;
    QFile::remove(kept_file);
    QFile::remove(kept_file + from_ending);
}

QString SiteLock::take(const QString& site_path) {
    release();
    auto lock = std::make_unique<QLockFile>(lock_beside(site_path));
    if (try_lock(*lock, lock_beside(site_path))) {
        lock_ = std::move(lock);
        return {};
    }
    if (lock->error() != QLockFile::LockFailedError) return {};
    qint64 process = 0;
    QString host, program;
    if (!lock->getLockInfo(&process, &host, &program))
        return QCoreApplication::translate("SiteLock", "another window");
    return QCoreApplication::translate("SiteLock", "another window (process %1 on %2)")
        .arg(process)
        .arg(host);
}

}  // namespace ovant
