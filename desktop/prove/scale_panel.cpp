#include "desktop/prove/scale_panel.h"

#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/prove/curve_view.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/form_row.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quiet_combo_box.h"

namespace clampet::desktop {
namespace {

constexpr int look_every = 150;  // [ms]

QString words_of(const prove::LetGo& how) {
    const QString force = shown(how.force, quantity::Dimension::force);
    switch (how.shape) {
        case prove::Shape::drop:
            return ScalePanel::tr("It let go at %1, all at once. Did it slide, tip, open or break?").arg(force);
        case prove::Shape::slide:
            return ScalePanel::tr("It slid at %1.").arg(force);
        case prove::Shape::nothing:
            break;
    }
    return ScalePanel::tr("It held up to %1.").arg(force);
}

}  // namespace

ScalePanel::ScalePanel(QWidget* parent)
    : QWidget(parent),
      port_(new QuietComboBox(this)),
      unit_(new QuietComboBox(this)),
      speed_(new QuietComboBox(this)),
      connect_(new QPushButton(tr("Connect the scale"), this)),
      zero_(new QPushButton(tr("Zero"), this)),
      again_(new QPushButton(tr("New pull"), this)),
      read_(new TableButton(tr("Read a table…"), this)),
      shows_(wrapped(this, 1.3, true)),
      says_(wrapped(this, 0.95)),
      curve_(new CurveView(this)) {
    read_->ask_file = [this] {
        return QFileDialog::getOpenFileName(this, tr("A table of time and force"), {},
                                            tr("Tables (*.csv *.txt *.tsv)"));
    };
    read_->work = [this]() -> TableButton::Work {
        return [this](const std::string& text, const study::Job& job) -> std::function<void()> {
            auto trace = prove::read_trace(text, job);
            return [this, trace = std::move(trace)] { took(trace); };
        };
    };
    connect(read_, &TableButton::began, this, [this] { say(tr("Reading …")); });
    connect(read_, &TableButton::failed, this, [this](const Problem& p) { say(text_of(p.sentence()), true); });
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* form = new FormRow(this);
    port_->setEditable(true);
    list_ports();
    port_->setMinimumWidth(170);
    port_->lineEdit()->setPlaceholderText(tr("for example /dev/ttyUSB0"));
    for (const char* unit : {"kg", "N", "g", "lb"}) unit_->addItem(unit);
    unit_->setToolTip(tr("Where the scale does not say it itself."));
    for (const int speed : {115200, 57600, 38400, 19200, 9600}) speed_->addItem(QString::number(speed), speed);
    form->add(tr("Its line"), port_);
    form->add(tr("Shows"), unit_);
    form->add(tr("Speed"), speed_);
    for (auto* button : std::initializer_list<QPushButton*>{connect_, zero_, again_, read_}) form->add(button);
    zero_->setEnabled(false);
    column->addWidget(form);
    column->addWidget(shows_);
    column->addWidget(curve_);
    column->addWidget(says_);
    shows_->hide();
    due_.setSingleShot(true);
    due_.setInterval(look_every);
    connect(&due_, &QTimer::timeout, this, &ScalePanel::look);
    connect(connect_, &QPushButton::clicked, this, &ScalePanel::toggle);
    connect(zero_, &QPushButton::clicked, this, [this] { link_.tare(); });
    connect(again_, &QPushButton::clicked, this, &ScalePanel::start_over);
    connect(&link_, &ScaleLink::shown, this, &ScalePanel::take);
    connect(&link_, &ScaleLink::told, this, [this](const QString& words) { say(words); });
    connect(&link_, &ScaleLink::broken, this, [this](const QString& why) {
        connect_->setText(tr("Connect the scale"));
        zero_->setEnabled(false);
        look();
        say(found_ ? why + " " + words_of(*found_) : why, true);
    });
    show_trace();
}

void ScalePanel::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    if (!link_.is_open()) list_ports();
}

void ScalePanel::list_ports() {
    const QString typed = port_->currentText();
    port_->clear();
    port_->addItems(ScaleLink::ports());
    if (!typed.isEmpty()) port_->setCurrentText(typed);
}

QString ScalePanel::said() const {
    return says_->text();
}
QString ScalePanel::shows() const {
    return shows_->text();
}

void ScalePanel::say(const QString& words, bool is_wrong) {
    says_->setText(words);
    set_text_colour(says_, is_wrong ? theme().slips : theme().text);
}

void ScalePanel::toggle() {
    if (link_.is_open()) {
        link_.close();
        due_.stop();
        look();
        connect_->setText(tr("Connect the scale"));
        zero_->setEnabled(false);
        return say(tr("The scale is off the line. What it showed is kept."));
    }
    const double unit = prove::unit_of_force(unit_->currentText().toLower().toStdString()).value_or(1);
    const auto ok = link_.open(port_->currentText().trimmed(), speed_->currentData().toInt(), unit);
    if (!ok) return say(text_of(ok.problem().sentence()), true);
    connect_->setText(tr("Disconnect"));
    zero_->setEnabled(true);
    start_over();
    say(tr("Connected. Set it to zero with the empty hook, then pull steadily."));
}

void ScalePanel::start_over() {
    link_.start_over();
    trace_ = {};
    found_.reset();
    show_trace();
}

void ScalePanel::take() {
    trace_ = link_.reader().trace();
    if (const auto now = link_.reader().shown()) {
        shows_->setText(shown(*now, quantity::Dimension::force));
        shows_->show();
    }
    if (!due_.isActive()) due_.start();
}

void ScalePanel::look() {
    if (trace_.time.size() >= 20) {
        const auto how = prove::let_go_of(trace_);
        const bool is_new = how && how->shape != prove::Shape::nothing &&
                            (!found_ || found_->shape != how->shape || found_->force != how->force);
        if (how) found_ = *how;
        if (is_new) {
            say(words_of(*how));
            emit let_go(*how);
        }
    }
    show_trace();
}

void ScalePanel::show_trace() {
    CurveView::Shown shown{tr("s"), tr("N"), {}, {}, tr("Connect a scale, or read a table that it wrote."), true};
    if (!trace_.time.empty()) {
        CurveView::Curve curve{tr("force"), {}, trace_.force, CurveView::Curve::Look::line, true};
        for (const double time : trace_.time) curve.x.push_back(time - trace_.time.front());
        shown.curves.push_back(std::move(curve));
    }
    if (found_ && !trace_.time.empty())
        shown.mark = CurveView::Mark{found_->at - trace_.time.front(), found_->force + found_->zero, words_of(*found_)};
    curve_->setVisible(!shown.curves.empty());
    curve_->show_curves(std::move(shown));
}

void ScalePanel::took(const Result<prove::Trace>& trace) {
    if (!trace) return say(text_of(trace.problem().sentence()), true);
    const auto how = prove::let_go_of(*trace);
    if (!how) return say(text_of(how.problem().sentence()), true);
    trace_ = *trace;
    found_ = *how;
    show_trace();
    say(words_of(*how));
    emit let_go(*how);
}

}  // namespace clampet::desktop
