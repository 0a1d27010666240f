#pragma once
#include <QImage>

#include "desktop/prove/prove_page.h"
#include "project/background.h"
#include "prove/use_card.h"

class QPushButton;
class QHBoxLayout;

namespace clampet::desktop {

/// The use card as it will be printed, and on a phone.
class CardPage : public ProvePage {
    Q_OBJECT
 public:
    explicit CardPage(Session& session, QWidget* parent = nullptr);
    void refresh() override;

    bool is_building() const { return is_building_; }
    const std::optional<prove::UseCard>& card() const { return card_; }
    std::size_t pages() const { return images_.size(); }
    const QImage& page(std::size_t index) const { return images_.at(index); }
    QPushButton* write_button() const { return write_; }
    /// A .pdf of A6, or a .png for a phone.
    void write(const QString& file);
    std::function<QString()> ask_where;

 private:
    void took(const Result<prove::UseCard>& card);

    project::Background background_;
    bool is_building_ = false;
    std::optional<prove::UseCard> card_;
    std::vector<QImage> images_;
    std::vector<QLabel*> labels_;
    QPushButton* write_;
    QWidget* inside_;
    QHBoxLayout* row_;
};

}  // namespace clampet::desktop
