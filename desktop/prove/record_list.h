#pragma once
#include <functional>
#include <QWidget>

class QCheckBox;
class QVBoxLayout;

namespace clampet::desktop {

/// What was seen of a rig, a line each: ticked while it counts, and a word to remove it.
class RecordList : public QWidget {
    Q_OBJECT
 public:
    /// `none`: what is said where there is nothing.
    explicit RecordList(const QString& none, QWidget* parent = nullptr);
    void clear();
    struct Line {
        QString date, words;
        bool is_off = false;
        std::function<void(bool on)> count = nullptr;  ///< none: it does not count for anything
        std::function<void()> remove = nullptr;
    };
    void add(const Line& line);
    /// After the last one.
    void finish();

    std::size_t count() const { return boxes_.size(); }
    /// None of a line that does not count for anything.
    QCheckBox* box(std::size_t line) const { return boxes_.at(line); }
    QString words(std::size_t line) const { return words_.at(line); }

 private:
    QString none_;
    QVBoxLayout* column_;
    std::vector<QWidget*> rows_;
    std::vector<QCheckBox*> boxes_;
    std::vector<QString> words_;
};

}  // namespace clampet::desktop
