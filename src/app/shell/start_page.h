// SPDX-License-Identifier: GPL-3.0-or-later
// The page without a site: the demo, a new site, the last files, work left unsaved.
#pragma once

#include <QWidget>

#include "app/document/kept_work.h"

class QVBoxLayout;

namespace ovant {

class StartPage : public QWidget {
    Q_OBJECT

public:
    explicit StartPage(QWidget* parent = nullptr);
    void set_recent(const QStringList& paths, const QList<KeptWork>& kept);

signals:
    void demo_wanted();
    void new_wanted();
    void open_wanted();
    void file_wanted(const QString& path);
    void recovery_wanted(const KeptWork& work);
    void kept_work_wanted();

private:
    QVBoxLayout* files_;
};

}  // namespace ovant
