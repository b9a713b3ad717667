// SPDX-License-Identifier: GPL-3.0-or-later
// What is selected, as fields: every change is one edit with its name.
#pragma once

#include <QFormLayout>
#include <QScrollArea>

#include <functional>

#include "app/document/document.h"
#include "app/kit/quantity_edit.h"

namespace ovant {

class DetailsPanel : public QScrollArea {
    Q_OBJECT

public:
    explicit DetailsPanel(Document& document, QWidget* parent = nullptr);

private:
    void refresh();
    void fill_camera(const Device& device);
    void fill_unit(const Device& device);
    void fill_power(const Device& device, const Kind& kind);
    void fill_port_switches(const Device& device, const Kind& kind);
    void fill_place(const Place& place);
    void fill_pathway(const Pathway& pathway);
    void fill_link(const Link& link);
    void fill_obstacle(const Obstacle& obstacle);
    void fill_existing(const ExistingCable& existing);
    void fill_radio(const Device& device);
    void fill_modules(const Device& device, const Kind& kind);
    void fill_picture(const Device& device, const Kind& kind);
    void fill_seen_to_work(const NetLink& link, double load_w);
    void fill_run_links(const std::string& camera);

    void take(QWidget* field, const QString& edit_name, Result<Site> edited,
              const std::function<void()>& go_back);
    void add_heading(const QString& text);
    // What was found wrong, and a button that says it is mended.
    void add_found(const QString& text, const QString& edit_name,
                   std::function<Result<Site>()> mended);
    void add_name(const std::string& id, const std::string& name);
    void add_text(const QString& label, const std::string& object_name, const std::string& value,
                  std::function<Result<Site>(const std::string&)> change, const QString& edit_name);
    QuantityEdit* add_number(const QString& label, const std::string& object_name, Unit unit,
                             std::optional<double> value, bool may_be_empty,
                             std::function<Result<Site>(std::optional<double>)> change,
                             const QString& edit_name);
    void add_choice(const QString& label, const std::string& object_name,
                    const std::vector<std::pair<std::string, QString>>& choices,
                    const std::string& now, std::function<Result<Site>(const std::string&)> change,
                    const QString& edit_name);
    void add_switch(const QString& label, const std::string& object_name, bool now,
                    std::function<Result<Site>(bool)> change, const QString& edit_name);
    std::vector<std::pair<std::string, QString>> kinds_of(Category category) const;
    std::vector<std::pair<std::string, QString>> cables_of(Medium medium) const;

    Document& document_;
    QWidget* content_ = nullptr;
    QFormLayout* form_ = nullptr;
    QString refusal_;
    std::string shown_id_;
};

}  // namespace ovant
