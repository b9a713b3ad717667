// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/save_paper.h"

#include "app/kit/q.h"
#include "core/format/file_store.h"
#include "phrase/error_text.h"

namespace ovant {

QString path_beside(const Document& document, const QString& ending) {
    const QString path = document.path();
    const QString stem =
        path.isEmpty() ? q(document.site().name) : path.left(path.indexOf(".ovant.json"));
    return stem + ending;
}

void save_sheet(QWidget* parent, Document& document, const Prompts& prompts,
                const FileWanted& wanted,
                const std::function<Result<bool>(const std::string&)>& write) {
    const QString path = prompts.save_path(parent, wanted);
    if (path.isEmpty()) return;
    const Result<bool> written = write(path.toStdString());
    if (!written) emit document.refused(q(sentence(written.error())));
}

void save_paper(QWidget* parent, Document& document, const Prompts& prompts,
                const FileWanted& wanted, const std::function<std::string()>& made) {
    save_sheet(parent, document, prompts, wanted, [&](const std::string& path) -> Result<bool> {
        const Result<FileStamp> saved = save_file(path, made());
        if (!saved) return saved.error();
        return true;
    });
}

}  // namespace ovant
