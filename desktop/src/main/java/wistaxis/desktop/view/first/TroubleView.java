package wistaxis.desktop.view.first;

import static wistaxis.core.words.Say.t;

import javafx.scene.Parent;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.Change;

/** What is given to whoever helps: read here first, saved only when somebody says so. */
public final class TroubleView implements View {
    private final VBox page = Ui.style(new VBox(14), "page");
    private final Label text = Ui.text(t("desktop.trouble.making"), "mono");
    private final Label said = Ui.text("", "strong");
    private final FlowPane buttons = Ui.flow(8);

    public TroubleView(Window shell, Workbench bench) {
        text.setId("trouble-text");
        said.managedProperty().bind(said.textProperty().isNotEmpty());
        page.getChildren().addAll(Ui.text(t("desktop.trouble.title"), "large"), Ui.text(t("desktop.trouble.how"), "muted"), buttons, said,
                Ui.scroll(text));
        buttons.getChildren().add(Ui.button("trouble-back", t("desktop.trouble.back"), "", shell::showSettings));
        bench.trouble().text().thenAccept(report -> {
            text.setText(report);
            buttons.getChildren().addFirst(Ui.button("trouble-save", t("desktop.trouble.save"), "primary", () -> shell.saveAs(
                    "wistaxis-report.txt").ifPresent(file -> bench.exports().save(report, file).thenAccept(said::setText))));
        });
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
        // it is of the moment in which it was asked for
    }

    @Override
    public String firstFocus() {
        return "trouble-back";
    }

    @Override
    public String manual() {
        return "settings";
    }

    @Override
    public String next() {
        return t("desktop.trouble.next");
    }
}
