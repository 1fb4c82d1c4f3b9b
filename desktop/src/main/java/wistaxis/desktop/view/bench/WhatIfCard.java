package wistaxis.desktop.view.bench;

import static wistaxis.core.words.Say.t;

import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.WhatIf;
import wistaxis.core.plan.Bench;
import wistaxis.core.words.Text;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.Background;
import wistaxis.workbench.plan.Plans;

/** Something is tried beside the plan, compared in words, and taken or dropped; what was taken stands there until it is dropped. */
final class WhatIfCard extends VBox {
    private static final int HOUR = 60;
    private static final int RUSH = 30;

    /** So many changes are named, those of promises first. */
    private static final int MOST = 6;

    private final Workbench bench;
    private final Runnable changed;
    private final Button toggle = Ui.button("what-if", "", "quiet small", this::toggle);
    private boolean open;
    private @Nullable Tried tried;
    private String wrong = "";

    /** @param came what becomes of tickets; empty while it is computed */
    private record Tried(WhatIf what, Text name, Optional<Plans.Tried> came) {
        /** In words, those first whose promise is kept or broken by it. */
        List<Text> says() {
            return came.map(Plans.Tried::changes).orElse(List.of()).stream().sorted(Comparator.comparing(c -> c.lateBefore() == c
                    .lateAfter())).flatMap(c -> c.says().stream()).toList();
        }
    }

    /** @param changed hears when the page is to be drawn anew */
    WhatIfCard(Workbench bench, Runnable changed) {
        super(6);
        this.bench = bench;
        this.changed = changed;
    }

    /** @param next the ticket that is called next, empty for none */
    void refresh(Optional<String> next) {
        getChildren().clear();
        bench.plans().taken().ifPresent(name -> getChildren().add(Ui.flow(8, Ui.label(t("desktop.what-if.taken", "what", name),
                "strong hands"),
                Ui.button("what-if-drop-taken", t("desktop.what-if.drop"), "", this::dropTaken))));
        toggle.setText(t(open ? "desktop.what-if.close" : "desktop.what-if.open"));
        if (open) {
            FlowPane row = Ui.chips(1_100);
            choices(next).forEach((name, what) -> row.getChildren().add(Ui.button("what-if-" + (row.getChildren().size() + 1),
                    name.toString(),
                    tried != null && tried.what().equals(what) ? "chip chosen" : "chip", () -> attempt(what, name))));
            getChildren().add(row);
        }
        if (tried != null) {
            getChildren().add(card(tried));
        }
        if (!wrong.isEmpty()) {
            getChildren().add(Ui.notice("", wrong));
        }
    }

    /** A ticket's lane as it would be; empty while nothing is tried. */
    List<BenchPlan.Span> lane(String ticket) {
        return Optional.ofNullable(tried).flatMap(Tried::came).stream().flatMap(c -> c.plan().lanes().stream()).filter(l -> l.job().ticket()
                .equals(ticket)).findFirst().map(BenchPlan.Lane::spans).orElse(List.of());
    }

    /** What opens and closes it; it stands elsewhere. */
    Button toggler() {
        return toggle;
    }

    private void toggle() {
        open = !open;
        tried = null;
        wrong = "";
        changed.run();
    }

    private Map<Text, WhatIf> choices(Optional<String> next) {
        Map<Text, WhatIf> all = new LinkedHashMap<>();
        all.put(Text.of("core.what-if.person"), new WhatIf(List.of(t("desktop.what-if.somebody")), null, null, null, null));
        all.put(Text.of("core.what-if.no-internet"), new WhatIf(null, null, HOUR, null, null));
        all.put(Text.of("core.what-if.one-more", "minutes", RUSH), new WhatIf(null, null, null, null, RUSH));
        bench.tickets().open().stream().map(o -> o.number()).filter(n -> next.filter(n::equals).isEmpty()).limit(4).forEach(n ->
                all.put(Text
                .of("core.what-if.first", "ticket", n), new WhatIf(null, null, null, n, null)));
        List<Bench.Port> ports = bench.plans().now().bench().ports();
        if (ports.size() > 1) {
            ports.stream().limit(4).forEach(p -> all.put(Text.of("core.what-if.without", "port", p.name()), new WhatIf(null, p.name(),
                    null, null,
                    null)));
        }
        return all;
    }

    private void attempt(WhatIf what, Text name) {
        wrong = "";
        tried = new Tried(what, name, Optional.empty());
        bench.plans().tried(what).whenComplete((came, e) -> {
            if (e != null) {
                wrong = String.valueOf(Background.cause(e).getMessage());
                tried = null;
            } else if (tried != null && tried.what().equals(what)) {
                tried = new Tried(what, name, Optional.of(came));
            }
            changed.run();
        });
        changed.run();
    }

    private VBox card(Tried now) {
        VBox card = Ui.card(Ui.label(now.name(), "strong"));
        now.came().ifPresentOrElse(_ -> {
            List<Text> says = now.says();
            FlowPane lines = Ui.flow(16);
            lines.setVgap(2);
            says.stream().limit(MOST).forEach(s -> lines.getChildren().add(Ui.wide(Ui.text(s, ""), 24)));
            if (says.size() > MOST) {
                lines.getChildren().add(Ui.text(t("desktop.what-if.more", "n", says.size() - MOST), "muted"));
            }
            card.getChildren().add(lines);
            if (says.isEmpty()) {
                card.getChildren().add(Ui.text(t("desktop.what-if.nothing"), ""));
            }
            card.getChildren().add(Ui.text(t("desktop.what-if.below"), "small muted"));
            card.getChildren().add(Ui.row(8, Ui.button("what-if-take", t("desktop.what-if.take"), "primary", () -> {
                bench.plans().take(now.what(), now.name());
                tried = null;
                open = false;
                changed.run();
            }), Ui.button("what-if-drop", t("desktop.what-if.drop"), "", () -> {
                tried = null;
                changed.run();
            })));
        }, () -> card.getChildren().add(Ui.text(t("desktop.what-if.computing"), "muted")));
        return card;
    }

    private void dropTaken() {
        bench.plans().drop();
        changed.run();
    }
}
