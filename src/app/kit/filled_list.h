// SPDX-License-Identifier: GPL-3.0-or-later
// A column of a panel that is filled anew from an answer that comes when it is ready.
#pragma once

#include <QVBoxLayout>
#include <QWidget>

namespace ovant {

class FilledList : public QWidget {
    Q_OBJECT

public:
    explicit FilledList(QWidget* parent);

protected:
    // Fills in what is known now. Called again when light turns to dark.
    virtual void fill() = 0;
    // What fills it is not that any more, so that fill() does its work.
    virtual void forget_filling() = 0;
    // An empty content in place of the one that stands there.
    void start_anew();
    QWidget* content() const { return content_; }
    QVBoxLayout* items() const { return items_; }
    void changeEvent(QEvent* event) override;

private:
    QWidget* content_ = nullptr;
    QVBoxLayout* items_ = nullptr;
    QVBoxLayout* layout_;
};

}  // namespace ovant
