package wistaxis.desktop.view.firmware;

import static wistaxis.core.words.Say.t;

import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.TypedBuild;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;

/** A build is typed in from what the computer or the maker shows. */
final class TypeIn extends VBox {
    private final Workbench bench;
    private final String number;
    private final TextField version = Ui.field("build-version", t("desktop.typed.version"), 40);
    private final TextField build = Ui.field("build-number", "23B85", 20);
    private final TextField size = Ui.field("build-size", t("desktop.typed.size"), 20);
    private final TextField digest = Ui.field("build-digest", t("desktop.typed.digest"), 80);
    private final TextField address = Ui.field("build-address", t("desktop.typed.address"), 500);
    private final TextField seen = Ui.field("build-seen", t("desktop.typed.seen"), 80);
    private String signed = "unknown";
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
            getChildren().setAll(Ui.flow(8, Ui.button("type-build", t("desktop.typed.open"), "", () -> show(true))));
            return;
        }
        VBox card = Ui.card(Ui.label(t("desktop.typed.title"), "strong"),
                Ui.flow(8, labelled(t("desktop.typed.version-label"), version), labelled(t("desktop.typed.build-label"), build),
                labelled(t("desktop.typed.size-label"), size)),
                Ui.flow(8, labelled(t("desktop.typed.digest-label"), digest), labelled(t("desktop.typed.address-label"), address)),
                Ui.text(t("desktop.typed.no-digest"), "small muted"), signedRow(),
                Ui.flow(8, Ui.button("keep-build", t("desktop.typed.save"), "primary", this::keep), Ui.button("keep-nothing",
                t("desktop.typed.cancel"), "", () -> show(
                        false))));
        getChildren().setAll(card);
    }

    /** Asked, and not taken for granted. */
    private FlowPane signedRow() {
        FlowPane row = Ui.chips(320);
        row.getChildren().add(Ui.label(t("desktop.typed.signed"), "strong"));
        TypedBuild.SIGNED.forEach(a -> row.getChildren().add(Ui.button("build-signed-" + a, t("desktop.signing." + a), signed.equals(a)
                ? "chip chosen" : "chip", () -> {
            signed = a;
            draw();
        })));
        row.getChildren().add(labelled(t("desktop.typed.seen-label"), seen));
        return row;
    }

    private static VBox labelled(String what, TextField field) {
        return Ui.column(2, Ui.labelFor(what, "small", field), field);
    }

    private void show(boolean now) {
        open = now;
        draw();
    }

    private void keep() {
        Build typed = new TypedBuild(version.getText(), build.getText(), size.getText(), digest.getText(), address.getText(), signed)
                .of(bench.desk(number).model().identifier());
        bench.stock().builds().typed(typed, seen.getText().strip());
        show(false);
    }
}
