package wistaxis.desktop.view.lot;

import static wistaxis.core.words.Say.t;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.geometry.VPos;
import javafx.scene.control.Button;
import javafx.scene.layout.FlowPane;
import wistaxis.core.facts.Word;
import wistaxis.core.lot.Lot;
import wistaxis.core.ticket.Ticket;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.page.LotPage;

/** All devices of a lot, a tile each, which stays where it is while its device does not change. */
final class Grid extends FlowPane {
    private final Window shell;
    private final Workbench bench;
    private final Map<String, Tile> tiles = new HashMap<>();

    /** A device as it was drawn. */
    private record Tile(LotPage.Device device, Button button) {}

    Grid(Window shell, Workbench bench) {
        super(6, 6);
        setRowValignment(VPos.TOP);
        this.shell = shell;
        this.bench = bench;
    }

    /** As it was judged before, unless its ticket has changed since. */
    LotPage.Device device(Ticket t) {
        Tile before = tiles.get(t.number());
        return before != null && before.device().of() == t && before.device().standing() != Lot.Standing.TO_AGREE ? before.device()
                : LotPage.device(bench, t);
    }

    void refresh(LotPage now) {
        List<Button> all = now.devices().stream().map(d -> tile(now.lot(), d).button()).toList();
        if (!getChildren().equals(all)) {
            getChildren().setAll(all);
        }
    }

    private Tile tile(Lot lot, LotPage.Device d) {
        String number = d.of().number();
        Tile before = tiles.get(number);
        if (before != null && before.device().equals(d)) {
            return before;
        }
        String called = d.called(lot);
        String standing = Word.of(d.standing());
        Button button = Ui.button("lot-device-" + number, "", "tile " + standing, () -> shell.showTicket(number));
        String state = t("desktop.lot.state." + standing);
        button.setGraphic(Ui.column(0, Ui.text(called.isEmpty() ? lot.title() : called, "strong word"), Ui.label(number,
                "code small"),
                Ui.text(state, "small word")));
        button.setAccessibleText(number + " " + d.of().title() + ", " + state);
        Tile tile = new Tile(d, button);
        tiles.put(number, tile);
        return tile;
    }
}
