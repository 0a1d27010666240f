#include "desktop/bench/bench_stage.h"
#include "desktop/brief/brief_page.h"
#include "desktop/make/make_stage.h"
#include "desktop/prove/prove_stage.h"
#include "desktop/rig/rig_page.h"
#include "desktop/shell/stage.h"
#include "desktop/stock/stock_stage.h"

namespace clampet::desktop {

std::vector<Stage*> make_stages(Session& session, QWidget* parent) {
    return {
        new BriefPage(session, parent),  new RigPage(session, parent),    new MakeStage(session, parent),
        new ProveStage(session, parent), new StockStage(session, parent), new BenchStage(session, parent),
    };
}

Stage::Undo Stage::undo_state() const {
    const auto& d = session_.document;
    const auto text = [](bool can, const QString& word, const std::string& label) {
        return can ? QString("%1: %2").arg(word, QString::fromStdString(label)) : word;
    };
    return {d.can_undo(), d.can_redo(), text(d.can_undo(), tr("&Undo"), d.undo_label()),
            text(d.can_redo(), tr("&Redo"), d.redo_label())};
}
void Stage::undo() {
    session_.document.undo();
}
void Stage::redo() {
    session_.document.redo();
}

}  // namespace clampet::desktop
