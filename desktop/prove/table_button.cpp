#include "desktop/prove/table_button.h"

#include <QApplication>
#include <QPointer>

#include "project/file.h"

namespace clampet::desktop {

TableButton::TableButton(const QString& words, QWidget* parent)
    : QPushButton(words, parent),
      background_([here = QPointer<TableButton>(this)](std::function<void()> answer) {
          if (here) QMetaObject::invokeMethod(here, std::move(answer), Qt::QueuedConnection);
      }),
      words_(words) {
    connect(this, &QPushButton::clicked, this, [this] {
        if (is_reading_) {
            background_.stop();
            finish();
            emit failed({"table.stopped", "", "It was stopped: nothing of it is taken.", "Read it again."});
            return;
        }
        const QString file = ask_file ? ask_file() : QString();
        if (!file.isEmpty()) read(file);
    });
}

void TableButton::finish() {
    is_reading_ = false;
    setText(words_);
}

void TableButton::read(const QString& file) {
    is_reading_ = true;
    setText(tr("Stop"));
    emit began();
    background_.start(
        [here = QPointer<TableButton>(this), file, each = work()](const study::Job& given) -> std::function<void()> {
            study::Job job = given;
            job.progress = [here](std::size_t done, std::size_t all) {
                const int share = all > 0 ? static_cast<int>(100 * done / all) : 0;
                QMetaObject::invokeMethod(
                    qApp,
                    [here, share] {
                        if (here && here->is_reading_) here->setText(tr("Stop (%1 %)").arg(share));
                    },
                    Qt::QueuedConnection);
            };
            const auto text = project::read_file(file.toStdString());
            auto then = text ? each(*text, job) : std::function<void()>();
            return [here, text = text ? Status(Done{}) : Status(text.problem()), then = std::move(then)] {
                if (!here) return;
                here->finish();
                if (text)
                    then();
                else
                    emit here->failed(text.problem());
            };
        });
}

}  // namespace clampet::desktop
