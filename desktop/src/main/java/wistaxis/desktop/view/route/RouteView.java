package wistaxis.desktop.view.route;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.binding.Bindings;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.facts.Units;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.route.Evidence;
import wistaxis.core.route.Route;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.Range;
import wistaxis.core.words.Text;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.handover.HandoverView;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.page.RoutePage.Act;
import wistaxis.workbench.page.RoutePage;
import wistaxis.workbench.plan.Quote;
import wistaxis.workbench.route.Routes;

/** The route, least destructive first: what each step keeps or erases, minutes, reasons, evidence; consent is asked for once. */
public final class RouteView extends TicketPage {
    /** What takes less than a minute is not told, seconds. */
    private static final double SHOWN = 60;

    private final Window shell;
    private final Routes desk;
    private final VBox list = new VBox(8);
    private final VBox beside = new VBox(10);
    private final ReadinessCard readiness;
    private final UnlockCard unlock;
    private final TextField who = Ui.field("consent-who", t("desktop.consent.who-hint"), 120);
    private final TextField told = Ui.field("consent-told", t("desktop.consent.told-hint"), 300);
    private final TextField why = Ui.field("overrule-why", t("desktop.route.overrule-hint"), 200);
    private String asking = "";
    private String overruling = "";
    private boolean unlockToo;
    private Optional<RoutePage> page = Optional.empty();

    public RouteView(Window shell, Workbench bench, String number) {
        super(bench, number);
        this.shell = shell;
        this.desk = bench.routes();
        this.readiness = new ReadinessCard(bench, number);
        this.unlock = new UnlockCard(shell, bench, number);
        ScrollPane right = Ui.scroll(beside);
        Columns columns = new Columns(Ui.scroll(list), 400, right, 310);
        VBox.setVgrow(columns, Priority.ALWAYS);
        list.setPadding(new Insets(0, 12, 0, 0));
        beside.setPadding(new Insets(0, 12, 0, 0));
        root.getChildren().addAll(Ui.text(t("desktop.route.title"), "large"), columns);
    }

    @Override
    public void refresh() {
        Ticket t = ticket();
        list.getChildren().clear();
        beside.getChildren().clear();
        page = RoutePage.of(t, desk);
        if (page.isEmpty()) {
            list.getChildren().add(Ui.notice("", t("desktop.route.no-problem"), t("desktop.route.no-problem-how")));
            return;
        }
        RoutePage page = this.page.get();
        Route route = page.route();
        if (route.stop() != null) {
            list.getChildren().add(Ui.notice("stop", t("desktop.route.stop"), route.stop()));
        }
        ends(page);
        if (!route.commonReasons().isEmpty() && route.stop() == null) {
            list.getChildren().add(Ui.notice("", t("desktop.route.before-any"), Text.join("  ", route.commonReasons())));
        }
        route.contradictions().forEach(c -> list.getChildren()
                .add(Ui.notice("", t("desktop.route.contradiction"), c, t("desktop.route.change-one"))));
        page.steps().forEach(r -> list.getChildren().add(judged(r)));
        page.backups().map(b -> versions(route, b)).ifPresent(beside.getChildren()::add);
        if (page.readies()) {
            beside.getChildren().add(readiness.node(t));
        }
        if (page.unlocks() == RoutePage.Unlocks.SHOWN || unlockToo) {
            beside.getChildren().add(unlock.node(t));
        } else if (page.unlocks() == RoutePage.Unlocks.OFFERED) {
            beside.getChildren().add(Ui.button("unlock-too", t("desktop.unlock.too"), "quiet small", () -> {
                unlockToo = true;
                refresh();
            }));
        }
        beside.getChildren().add(preferred());
    }

    /** Where no step is left to be taken: what was tried goes along, and the ticket ends here or at the hardware bench. */
    private void ends(RoutePage page) {
        if (page.forHardware()) {
            list.getChildren().add(Ui.notice("", t("desktop.route.no-steps"), t("desktop.route.goes-along", "tried", page.tried())));
        }
        if (page.mayClose()) {
            list.getChildren().add(Ui.row(8, Ui.button("close-ticket", page.route().stop() != null ? t("desktop.route.close-not-done")
                    : t("desktop.route.close-hardware"), "",
                    () -> give(new Command.Close()))));
        }
    }

    private Node preferred() {
        VBox card = Ui.card(Ui.label(t("desktop.route.preferences"), "strong"));
        desk.planner().preferences().forEach(p -> card.getChildren()
                .add(Ui.text(p.asks() + " " + p.options().stream().filter(o -> o.value().equals(desk.preference(p.preference())))
                .findFirst().orElseThrow().words()
                + ".", "small")));
        card.getChildren().add(Ui.text(t("desktop.route.preferences-how"), "small muted"));
        return Ui.style(card, "gone");
    }

    private static Node versions(Route route, BackupPlan plan) {
        VBox card = Ui.card(Ui.label(t("desktop.route.versions"), "strong"));
        if (route.target() != null) {
            card.getChildren().add(Ui.text(t(route.targetSaid() ? "desktop.route.asked-for" : "desktop.route.newest-signed", "version",
                    route.target()), ""));
        }
        if (!route.signed().isEmpty()) {
            card.getChildren().add(Ui.text(t("desktop.route.signed-now", "versions", route.signed().stream()
                    .map(Object::toString) .collect(Collectors.joining(", "))), "small muted"));
        }
        plan.lines().forEach(l -> card.getChildren().add(Ui.text(words(l), Boolean.TRUE.equals(l.grey()) ? "small muted" : l.take()
                ? "strong" : "small")));
        plan.says().forEach(w -> card.getChildren().add(Ui.text(w, "small")));
        return card;
    }

    private static Object words(BackupPlan.Line l) {
        Text words = BackupPlan.words(l.backup());
        Object backup = l.backup().sizeBytes() == null ? words : t("desktop.route.backup-size", "backup", words, "size",
                Units.inWords(l.backup().sizeBytes()));
        return Boolean.TRUE.equals(l.grey()) ? t("desktop.route.grey", "backup", backup) : l.take() ? t("desktop.route.tap", "backup",
                backup) : backup;
    }

    private static long minutes(double seconds) {
        return Math.round(seconds / 60);
    }

    private static String minutes(String key, Range seconds) {
        return t(key, "low", minutes(seconds.low()), "high", minutes(seconds.high()));
    }

    /** What the step takes with all that belongs to it: what a customer is told. */
    private static String quoted(Quote quote) {
        List<String> parts = new ArrayList<>();
        if (quote.download().high() >= SHOWN) {
            parts.add(minutes("desktop.route.quote-download", quote.download()));
        }
        parts.add(minutes("desktop.route.quote-step", quote.work()));
        if (quote.setUp().high() >= SHOWN) {
            parts.add(minutes("desktop.route.quote-set-up", quote.setUp()));
        }
        return t("desktop.route.quote", "low", minutes(quote.whole().low()), "high", minutes(quote.whole().high()), "parts", parts);
    }

    private VBox judged(RoutePage.RouteStep r) {
        Route.RouteStep judged = r.of();
        Step step = r.step();
        boolean asked = asking.equals(step.id());
        boolean live = judged.open() || r.taken();
        Label minutes = Ui.label(minutes("desktop.route.minutes", r.quote().step()), "muted");
        minutes.setMinWidth(Region.USE_PREF_SIZE);
        Label title = Ui.text(step.title(), live ? "title" : "strong");
        FlowPane about = Ui.flow(12, keeps(step.keeps()), title, minutes);
        title.maxWidthProperty().bind(about.widthProperty());
        HBox head = Ui.row(12, about);
        if (judged.done() && !r.taken()) {
            head.getChildren().add(Ui.label(t(step.prepares() ? "desktop.route.tag-done" : "desktop.route.tag-tried"), "tag missing"));
        }
        if (r.taken()) {
            head.getChildren().add(Ui.label(t("desktop.route.tag-taken"), "tag simulated"));
        } else if (!judged.open()) {
            head.getChildren().add(Ui.label(stateOf(judged), "tag missing"));
        }
        if (!asked && r.may(Act.ASK_AGAIN)) {
            head.getChildren().add(Ui.button("step-" + step.id(), t("desktop.route.ask-again"), "primary", () -> take(judged)));
        } else if (!asked && (r.may(Act.TAKE) || r.may(Act.ONCE_MORE))) {
            head.getChildren().add(Ui.button("step-" + step.id(), r.may(Act.ONCE_MORE) ? t("desktop.route.once-more")
                    : t("desktop.route.take"), r.recommended()
                    ? "primary" : "", () -> take(judged)));
        }
        VBox card = Ui.card(head);
        if (r.may(Act.OVERRULE) && !overruling.equals(step.id())) {
            head.getChildren().add(overruleButton(step.id()));
        }
        if (asked) {
            card.getChildren().add(consent(judged));
        } else if (live) {
            words(card, r);
        } else if (!r.reasons().isEmpty()) {
            card.getChildren().add(Ui.text(Text.join("  ", r.reasons()), "small strong"));
        }
        if (r.may(Act.DID_NOT_HELP)) {
            card.getChildren().add(Ui.row(8, Ui.button("did-not-help", t("desktop.route.did-not-help"), "",
                    () -> give(new Command.Say(Attempt.Outcome.DID_NOT_HELP)))));
        }
        if (r.may(Act.GO_ON)) {
            card.getChildren().add(Ui.row(8, Ui.button("guide-go", t("desktop.route.go-on"), "primary", () -> shell.showTicket(number,
                    Stage.KEYS))));
        }
        if (r.may(Act.COACH)) {
            card.getChildren().add(Ui.row(8, HandoverView.coach(shell, number)));
        }
        if (r.may(Act.OVERRULE) && overruling.equals(step.id())) {
            card.getChildren().add(overrule(step.id()));
        }
        return Ui.style(card, r.taken() || asked ? "open" : judged.open() ? "" : "tight gone");
    }

    private static void words(VBox card, RoutePage.RouteStep r) {
        card.getChildren().add(Ui.text(r.step().says(), ""));
        if (r.quote().isMore()) {
            card.getChildren().add(Ui.text(quoted(r.quote()), "small tide strong"));
        }
        r.evidence().ifPresent(e -> card.getChildren().add(Ui.text(inThisShop(e), "small tide strong")));
        r.reasons().forEach(why -> card.getChildren().add(Ui.text("\u2013 " + why, "small")));
        r.of().cautions().forEach(c -> card.getChildren().add(Ui.text("! " + c, "small hands")));
        card.getChildren().add(Ui.text(t("desktop.route.needs", "what", Text.join("; ", r.step().needs())), "small muted"));
    }

    private static String inThisShop(Evidence.Tally e) {
        String helped = t("desktop.route.helped-here", "n", e.helped(), "of", e.cases(), "low", Math.round(100 * e.interval().low()),
                "high",
                Math.round(100 * e.interval().high()));
        return e.lost() == 0 ? helped : t("desktop.route.helped-lost", "helped", helped, "n", e.lost());
    }

    private Node overruleButton(String step) {
        return Ui.button("overrule-" + step, t("desktop.route.overrule"), "quiet small", () -> {
            overruling = step;
            refresh();
            why.requestFocus();
        });
    }

    private Node overrule(String step) {
        why.setPrefWidth(330);
        var yes = Ui.button("overrule-yes", t("desktop.route.overrule-yes"), "", () -> {
            overruling = "";
            give(new Command.Overrule(step, why.getText()));
            why.clear();
        });
        yes.disableProperty().bind(Bindings.createBooleanBinding(() -> why.getText().isBlank(), why.textProperty()));
        why.setOnAction(_ -> yes.fire());
        HBox row = Ui.row(8, Ui.named(why), yes);
        row.setAlignment(javafx.geometry.Pos.BOTTOM_LEFT);
        return row;
    }

    public static Label keeps(boolean keeps) {
        Label tag = Ui.label(keeps ? t("desktop.route.keeps") : t("desktop.route.erases"), keeps ? "tag keeps" : "tag erases");
        tag.setMinWidth(Region.USE_PREF_SIZE);
        return tag;
    }

    /** What comes back, when, and what never does; empty where no backup is known of. */
    private String comesBack() {
        List<Text> says = page.flatMap(RoutePage::backups).map(BackupPlan::says).orElse(List.of());
        return says.isEmpty() ? "" : Text.join("  ", says) + "  " + BackupPlan.NEVER_BACK;
    }

    /** How far a step is from being taken, in a word or two. */
    public static String stateOf(Route.RouteStep judged) {
        return judged.done() ? t("desktop.route.state.tried") : switch (judged.status()) {
            case READY -> judged.advised() ? t("desktop.route.state.open") : t("desktop.route.state.not-advised");
            case NEEDS_CONSENT -> t("desktop.route.state.owner");
            case BLOCKED -> t("desktop.route.state.not-yet");
            case REFUSED -> t("desktop.route.state.cannot");
        };
    }

    private void take(Route.RouteStep judged) {
        if (judged.status() == Route.Status.NEEDS_CONSENT) {
            asking = judged.step().id();
            bench.people().of(number).filter(_ -> who.getText().isBlank()).ifPresent(p -> who.setText(p.name()));
            told.setText(told.getText().isBlank() ? toldAbout(ticket()) : told.getText());
            refresh();
            who.requestFocus();
            return;
        }
        give(new Command.Choose(judged.step().id(), null, null));
    }

    private String toldAbout(Ticket t) {
        List<Route.BackupFit> backups = page.orElseThrow().route().backups();
        if (t.fact("backup").filter(b -> !b.equals("unknown")).isEmpty()) {
            return t("desktop.consent.unknown-backup");
        }
        List<String> kinds = backups.stream().map(b -> t(b.backup().inCloud() ? "desktop.consent.backup-cloud"
                : "desktop.consent.backup-computer")).toList();
        boolean lost = !backups.isEmpty() && backups.stream().allMatch(b -> Boolean.FALSE.equals(b.fits()));
        return backups.isEmpty() ? t("desktop.consent.no-backup") : t(lost ? "desktop.consent.lost-all"
                : "desktop.consent.lost-newer", "backups", kinds);
    }

    private VBox consent(Route.RouteStep judged) {
        VBox box = Ui.notice("stop", t("desktop.consent.asks"), t("desktop.consent.say"),
                Text.join("  ", judged.tells()), comesBack());
        if (judged.step().writes()) {
            box.getChildren().add(Ui.text(t("core.newest.restore"), "strong"));
        }
        HBox.setHgrow(told, Priority.ALWAYS);
        who.setPrefWidth(210);
        String step = judged.step().id();
        var agree = Ui.button("consent-yes", t("desktop.consent.agrees"), "danger", () -> answer(step, true));
        agree.disableProperty().bind(Bindings.createBooleanBinding(() -> who.getText().isBlank() || told.getText().isBlank(),
                who.textProperty(), told.textProperty()));
        box.getChildren().addAll(Ui.row(8, Ui.labelFor(t("desktop.consent.who"), "strong", who), who), Ui.row(8,
                Ui.labelFor(t("desktop.consent.told"), "strong", told), told),
                Ui.row(8, agree, Ui.button("consent-no", t("desktop.consent.refuses"), "", () -> answer(step, false))),
                Ui.text(t(bench.people().of(number).isPresent() ? "desktop.consent.recorded" : "desktop.consent.recorded-name"),
                "small muted"));
        List<Ticket> lot = RoutePage.lot(bench, ticket(), step);
        if (!lot.isEmpty()) {
            Button all = Ui.button("consent-lot", t("desktop.consent.lot", "n", (lot.size() + 1)), "danger", () -> {
                lot.forEach(o -> bench.commands().give(o.number(), new Command.Consent(step, true, who.getText(), told.getText())));
                answer(step, true);
            });
            all.disableProperty().bind(agree.disableProperty());
            box.getChildren().add(Ui.row(8, all, Ui.text(t("desktop.consent.lot-of", "devices", lot.stream().map(o -> o.number() + " "
                    + o.title()) .collect(Collectors.joining(", "))), "small muted")));
        }
        who.setOnAction(_ -> agree.fire());
        return box;
    }

    private void answer(String step, boolean given) {
        asking = "";
        String name = who.getText().isBlank() ? t("desktop.consent.unnamed") : who.getText();
        give(given ? new Command.Choose(step, name, told.getText())
                : new Command.Consent(step, false, name, told.getText()));
    }

    @Override
    public String firstFocus() {
        return page.map(RoutePage::route).flatMap(Route::recommended).map(r -> "step-" + r.step().id()).orElse("");
    }

    @Override
    public String manual() {
        return "route";
    }

    @Override
    public String next() {
        return desk.rules(ticket()).next().line();
    }
}
