package wistaxis.desktop.view.firmware;

import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.TypedBuild;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;

/** A build is typed in from what the host or the maker shows. */
final class TypeIn extends VBox {
    private final Workbench bench;
    private final String number;
    private final TextField version = Ui.field("build-version", "26.1 beta 2", 40);
    private final TextField build = Ui.field("build-number", "23B85", 20);
    private final TextField size = Ui.field("build-size", "5.9 GB", 20);
    private final TextField digest = Ui.field("build-digest", "SHA-256, where it is told", 80);
    private final TextField address = Ui.field("build-address", "https://..., where it may be fetched", 500);
    private boolean open;

    TypeIn(Workbench bench, String number) {
        super(8);
        this.bench = bench;
        this.number = number;
        version.setPrefColumnCount(9);
        build.setPrefColumnCount(6);
        size.setPrefColumnCount(6);
        digest.setPrefColumnCount(18);
        address.setPrefColumnCount(18);
        draw();
    }

    private void draw() {
        if (!open) {
            getChildren().setAll(Ui.flow(8, Ui.button("type-build", "Type a build in", "", () -> show(true))));
            return;
        }
        VBox card = Ui.card(Ui.label("A build as the host or the maker shows it", "strong"),
                Ui.flow(8, labelled("Version", version), labelled("Build", build), labelled("Size", size)),
                Ui.flow(8, labelled("Digest of the file", digest), labelled("Address", address)),
                Ui.text("Without a digest no file can be proven to be it; its parts can be held against its own manifest.", "small muted"),
                Ui.flow(8, Ui.button("keep-build", "Keep it", "primary", this::keep), Ui.button("keep-nothing", "Leave it", "", () -> show(
                        false))));
        getChildren().setAll(card);
    }

    private static VBox labelled(String what, TextField field) {
        return Ui.column(2, Ui.label(what, "small"), field);
    }

    private void show(boolean now) {
        open = now;
        draw();
    }

    private void keep() {
        Build typed = new TypedBuild(version.getText(), build.getText(), size.getText(), digest.getText(), address.getText())
                .of(bench.desk(number).model().identifier());
        bench.stock().builds().typed(typed);
        show(false);
    }
}
