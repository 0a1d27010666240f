#pragma once
#include <array>
#include <QWidget>

#include "study/fit.h"

class QLabel;
class QLineEdit;

namespace clampet::desktop {

class DrawingView;

/// A row of words, a field to type in, and what is wrong with it underneath.
struct TypedRow {
    QLineEdit* edit = nullptr;
    QLabel* problem = nullptr;
};

/// Do two things go together that are no threads: a post and a bore, a plate and a slot; what the play does to the
/// picture, and what cures it.
class FitPanel : public QWidget {
    Q_OBJECT
 public:
    explicit FitPanel(QWidget* parent = nullptr);
    /// The field of "one", "other", "depth", "height", "subject" or "frame".
    QLineEdit* field(std::string_view which) const;
    QString problem_at(std::string_view which) const;
    QString answer_text() const;
    DrawingView* picture() const { return picture_; }
    study::FitQuestion question() const;
    void restore(const study::FitQuestion& question);

 private:
    void refresh();
    void show_picture(const study::FitQuestion& asked, const study::FitAnswer* found);

    struct Row {
        std::string_view key;
        TypedRow row;
        std::string study::FitQuestion::*text;
    };
    std::array<Row, 7> rows_;
    QLabel *verdict_, *answer_;
    DrawingView* picture_;
};

/// Which thread is this? From a caliper, a count and what it goes into.
class IdentifyPanel : public QWidget {
    Q_OBJECT
 public:
    explicit IdentifyPanel(QWidget* parent = nullptr);
    /// The field of "diameter", "pitch", "goes-into" or "not-into".
    QLineEdit* field(std::string_view which) const;
    QString problem_at(std::string_view which) const;
    QString answer_text() const;
    std::array<QString, 4> typed() const;
    void restore(const std::array<QString, 4>& typed);

 private:
    void refresh();

    struct Row {
        std::string_view key;
        TypedRow row;
    };
    std::array<Row, 4> rows_;
    QLabel *verdict_, *answer_;
};

}  // namespace clampet::desktop
