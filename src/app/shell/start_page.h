// SPDX-License-Identifier: GPL-3.0-or-later
// The page without a site: the demo, a new site, the last files, work left unsaved.
#pragma once

#include <QWidget>

#include <vector>

#include "app/document/kept_work.h"
#include "app/kit/background_job.h"
#include "app/shell/site_picture.h"

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
    void practice_wanted();
    void chain_wanted(const QString& words);
    void file_wanted(const QString& path);
    void recovery_wanted(const KeptWork& work);
    void kept_work_wanted();

private:
    void show_sites(const QStringList& paths, const QList<KeptWork>& kept);
    QVBoxLayout* files_;  // work that was kept aside
    QVBoxLayout* cards_;
    QWidget* last_;
    BackgroundJob<std::vector<SiteGlance>> looking_;
};

}  // namespace ovant
