package wistaxis.desktop.view.first;

import static wistaxis.core.words.Say.t;

import javafx.scene.Parent;
import javafx.scene.layout.VBox;
import wistaxis.core.facts.ProgramVersion;
import wistaxis.core.words.Language;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.life.Change;

/** What is new in this version; shown once after an upgrade, and found again in the settings. */
public final class WhatsNewView implements View {
    private final VBox page = Ui.style(new VBox(14), "page");

    public WhatsNewView(Window shell) {
        VBox news = new VBox(10);
        for (int n = 1; Language.ENGLISH.has("desktop.new." + n); n++) {
            news.getChildren().add(Ui.card(Ui.text(t("desktop.new." + n), "")));
        }
        page.getChildren().addAll(Ui.text(t("desktop.new.title", "version", ProgramVersion.OURS), "large"), Ui.text(t("desktop.new.how"),
                "muted"), news, Ui.flow(8, Ui.button("new-on", t("desktop.new.on"), "primary", shell::showBench)));
    }

    @Override
    public Parent node() {
        return page;
    }

    @Override
    public boolean follows(Change change) {
        return false;
    }

    @Override
    public void refresh() {
        // it does not change
    }

    @Override
    public String firstFocus() {
        return "new-on";
    }

    @Override
    public String manual() {
        return "first";
    }

    @Override
    public String next() {
        return t("desktop.new.on");
    }
}
