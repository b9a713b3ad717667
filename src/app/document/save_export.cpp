// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/save_export.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFileInfo>
#include <QRegularExpression>
#include <QSettings>

#include <filesystem>

#include "app/kit/q.h"
#include "core/format/file_store.h"
#include "phrase/error_text.h"

namespace ovant {
namespace {

QString folder_key(const Document& document) {
    const QByteArray path = QFileInfo(document.path()).absoluteFilePath().toUtf8();
    return "exportFolders/" +
           QCryptographicHash::hash(path, QCryptographicHash::Sha256).toHex().left(24);
}

QString folder_for(const Document& document) {
    const QString last = QSettings().value(folder_key(document)).toString();
    if (!last.isEmpty() && QFileInfo(last).isDir()) return last;
    return document.path().isEmpty() ? QDir::homePath() : QFileInfo(document.path()).absolutePath();
}

QString proposed_for(const Document& document, const QString& what) {
    QString stem = document.path().isEmpty()
                       ? q(document.committed().name)
                       : QFileInfo(document.path()).fileName().section(".ovant.json", 0, 0);
    static const QRegularExpression no_name("[/\\\\:*?\"<>|\\x00-\\x1f]");
    stem.replace(no_name, " ");
    stem = stem.simplified();
    return QDir(folder_for(document)).filePath(stem.isEmpty() ? what : stem + " " + what);
}

// The first ending that the filter names, where the person typed none.
QString with_ending(const QString& path, const QString& filter) {
    if (!QFileInfo(path).suffix().isEmpty()) return path;
    static const QRegularExpression ending("\\*(\\.[a-z]+)");
    return path + ending.match(filter).captured(1);
}

bool same_file(const QString& a, const QString& b) {
    std::error_code none;
    const bool same = std::filesystem::equivalent(a.toStdString(), b.toStdString(), none);
    return same || QFileInfo(a).absoluteFilePath() == QFileInfo(b).absoluteFilePath();
}

bool site_needs(const Document& document, const QString& path) {
    if (document.path().isEmpty()) return false;
    if (same_file(path, document.path())) return true;
    const QDir folder = QFileInfo(document.path()).dir();
    const std::vector<Photo>& photos = document.committed().photos;
    return std::any_of(photos.begin(), photos.end(), [&](const Photo& photo) {
        return same_file(path, folder.filePath(q(photo.path)));
    });
}

}  // namespace

bool save_export(QWidget* parent, Document& document, const Prompts& prompts,
                 const ExportWanted& wanted,
                 const std::function<Result<bool>(const std::string&)>& write) {
    const QString typed = prompts.save_path(
        parent, {wanted.title, wanted.filter, proposed_for(document, wanted.what)});
    if (typed.isEmpty()) return false;
    const QString path = with_ending(typed, wanted.filter);
    if (site_needs(document, path)) {
        emit document.refused(
            Document::tr("%1 belongs to the site itself. Choose another name.").arg(path));
        return false;
    }
    // The desktop has asked about the name as it was typed only.
    if (path != typed && QFileInfo::exists(path) &&
        prompts.ask(parent, Document::tr("%1 is there already.").arg(path),
                    {Document::tr("Write over it"), Document::tr("Back")}) != 0)
        return false;
    const Result<bool> written = write(path.toStdString());
    if (!written) {
        emit document.refused(q(sentence(written.error())));
        return false;
    }
    if (!document.path().isEmpty())
        QSettings().setValue(folder_key(document), QFileInfo(path).absolutePath());
    emit document.exported(path);
    return true;
}

bool save_export_of(QWidget* parent, Document& document, const Prompts& prompts,
                    const ExportWanted& wanted, const std::function<std::string()>& made) {
    return save_export(parent, document, prompts, wanted,
                       [&](const std::string& path) -> Result<bool> {
                           const Result<FileStamp> saved = save_file(path, made());
                           if (!saved) return saved.error();
                           return true;
                       });
}

}  // namespace ovant
