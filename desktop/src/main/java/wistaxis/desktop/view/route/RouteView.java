package wistaxis.desktop.view.route;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.binding.Bindings;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.facts.Units;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.route.Evidence;
import wistaxis.core.route.Route;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.handover.HandoverView;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.page.RoutePage.Act;
import wistaxis.workbench.page.RoutePage;
import wistaxis.workbench.route.Routes;

/** The ladder, least destructive first: what each rung keeps or erases, minutes, reasons, evidence; consent is asked for once. */
public final class RouteView extends TicketPage {
    private final Window shell;
    private final Routes desk;
    private final VBox ladder = new VBox(8);
    private final VBox beside = new VBox(10);
    private final ReadinessCard readiness;
    private final UnlockCard unlock;
    private final TextField who = Ui.field("consent-who", "who agrees, for example the owner's name", 120);
    private final TextField told = Ui.field("consent-told", "what was said about the backup", 300);
    private final TextField why = Ui.field("overrule-why", "why you take it all the same", 200);
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
        Columns columns = new Columns(Ui.scroll(ladder), 400, right, 310);
        VBox.setVgrow(columns, Priority.ALWAYS);
        ladder.setPadding(new Insets(0, 12, 0, 0));
        beside.setPadding(new Insets(0, 12, 0, 0));
        root.getChildren().addAll(Ui.label("The gentlest step that can help", "large"), columns);
    }

    @Override
    public void refresh() {
        Ticket t = ticket();
        ladder.getChildren().clear();
        beside.getChildren().clear();
        page = RoutePage.of(t, desk);
        if (page.isEmpty()) {
            ladder.getChildren().add(Ui.notice("", "The trouble is not known yet.", "Go back to the intake and ask what is wrong."));
            return;
        }
        RoutePage page = this.page.get();
        Route route = page.route();
        if (route.stop() != null) {
            ladder.getChildren().add(Ui.notice("stop", "Stop: nothing may be done on this device.", route.stop()));
        }
        ends(page);
        if (!route.commonReasons().isEmpty() && route.stop() == null) {
            ladder.getChildren().add(Ui.notice("", "Before any step:", String.join("  ", route.commonReasons())));
        }
        route.contradictions().forEach(c -> ladder.getChildren()
                .add(Ui.notice("", "Two answers do not go together.", c, "Change one in the intake.")));
        page.rungs().forEach(r -> ladder.getChildren().add(rung(r)));
        page.backups().map(b -> versions(route, b)).ifPresent(beside.getChildren()::add);
        if (page.readies()) {
            beside.getChildren().add(readiness.node(t));
        }
        if (page.unlocks() == RoutePage.Unlocks.SHOWN || unlockToo) {
            beside.getChildren().add(unlock.node(t));
        } else if (page.unlocks() == RoutePage.Unlocks.OFFERED) {
            beside.getChildren().add(Ui.button("unlock-too", "Order a carrier unlock as well", "quiet small", () -> {
                unlockToo = true;
                refresh();
            }));
        }
        beside.getChildren().add(preferred());
    }

    /** Where no rung is left to be taken: what was tried goes along, and the ticket ends here or at the hardware bench. */
    private void ends(RoutePage page) {
        if (page.forHardware()) {
            ladder.getChildren().add(Ui.notice("", "No rung is left: to the hardware bench.", "What goes with the device: " + page.tried()
                    + "."));
        }
        if (page.mayClose()) {
            ladder.getChildren().add(Ui.row(8, Ui.button("close-ticket", page.route().stop() != null ? "Close the ticket, not done"
                    : "Close the ticket: to the hardware bench", "",
                    () -> give(new Command.Close()))));
        }
    }

    private Node preferred() {
        VBox card = Ui.card(Ui.label("This shop's ways", "strong"));
        desk.planner().preferences().forEach(p -> card.getChildren()
                .add(Ui.text(p.asks() + " " + p.options().stream().filter(o -> o.getFirst().equals(desk.preference(p.preference())))
                .findFirst().orElseThrow().getLast()
                + ".", "small")));
        card.getChildren().add(Ui.text("Change them in Settings (Ctrl+comma).", "small muted"));
        return Ui.style(card, "gone");
    }

    private static Node versions(Route route, BackupPlan plan) {
        VBox card = Ui.card(Ui.label("Versions and backups", "strong"));
        if (route.target() != null) {
            card.getChildren().add(Ui.text((route.targetSaid() ? "Asked for: " : "Newest signed: ") + route.target(), ""));
        }
        if (!route.signed().isEmpty()) {
            card.getChildren().add(Ui.text("Signed now: " + route.signed().stream().map(Object::toString)
                    .collect(Collectors.joining(", ")), "small muted"));
        }
        plan.lines().forEach(l -> card.getChildren().add(Ui.text((Boolean.TRUE.equals(l.grey()) ? "grey   " : l.take() ? "\u25b6 tap   "
                : "") + words(l.backup()), Boolean.TRUE.equals(l.grey()) ? "small muted" : l.take() ? "strong" : "small")));
        plan.says().forEach(w -> card.getChildren().add(Ui.text(w, "small")));
        return card;
    }

    private static String words(CaseFacts.Backup b) {
        return (b.inCloud() ? "Cloud backup" : "Computer backup") + (b.version() == null ? ", version not known" : ", made on "
                + b.version()) + (b.at() == null ? "" : ", " + b.at()) + (b.sizeBytes() == null ? "" : ", " + Units.inWords(b.sizeBytes()));
    }

    private VBox rung(RoutePage.Rung r) {
        Route.Rung rung = r.of();
        Step step = r.step();
        boolean asked = asking.equals(step.id());
        boolean live = rung.open() || r.taken();
        Label minutes = Ui.label(step.minutes().getFirst() + " to " + step.minutes().getLast() + " min", "muted");
        minutes.setMinWidth(Region.USE_PREF_SIZE);
        HBox head = Ui.row(12, Ui.flow(12, keeps(step.keeps()), Ui.label(step.title(), live ? "title" : "strong"), minutes));
        if (rung.done() && !r.taken()) {
            head.getChildren().add(Ui.label(step.prepares() ? "done" : "tried", "tag missing"));
        }
        if (r.taken()) {
            head.getChildren().add(Ui.label("taken", "tag simulated"));
        } else if (!rung.open()) {
            head.getChildren().add(Ui.label(stateOf(rung), "tag missing"));
        }
        if (!asked && r.may(Act.ASK_AGAIN)) {
            head.getChildren().add(Ui.button("rung-" + step.id(), "Ask the owner again", "primary", () -> take(rung)));
        } else if (!asked && (r.may(Act.TAKE) || r.may(Act.ONCE_MORE))) {
            head.getChildren().add(Ui.button("rung-" + step.id(), r.may(Act.ONCE_MORE) ? "Once more" : "Take this step", r.recommended()
                    ? "primary" : "", () -> take(rung)));
        }
        VBox card = Ui.card(head);
        if (r.may(Act.OVERRULE) && !overruling.equals(step.id())) {
            head.getChildren().add(overruleButton(step.id()));
        }
        if (asked) {
            card.getChildren().add(consent(rung));
        } else if (live) {
            words(card, r);
        } else if (!r.reasons().isEmpty()) {
            card.getChildren().add(Ui.text(String.join("  ", r.reasons()), "small strong"));
        }
        if (r.may(Act.DID_NOT_HELP)) {
            card.getChildren().add(Ui.row(8, Ui.button("did-not-help", "It did not help: next rung", "",
                    () -> give(new Command.Say(Attempt.Outcome.DID_NOT_HELP)))));
        }
        if (r.may(Act.GO_ON)) {
            card.getChildren().add(Ui.row(8, Ui.button("walk-go", "Go on with it", "primary", () -> shell.showTicket(number, Stage.KEYS))));
        }
        if (r.may(Act.COACH)) {
            card.getChildren().add(Ui.row(8, HandoverView.coach(shell, number)));
        }
        if (r.may(Act.OVERRULE) && overruling.equals(step.id())) {
            card.getChildren().add(overrule(step.id()));
        }
        return Ui.style(card, r.taken() || asked ? "open" : rung.open() ? "" : "tight gone");
    }

    private static void words(VBox card, RoutePage.Rung r) {
        card.getChildren().add(Ui.text(r.step().says(), ""));
        r.evidence().ifPresent(e -> card.getChildren().add(Ui.text(inThisShop(e), "small tide strong")));
        r.reasons().forEach(why -> card.getChildren().add(Ui.text("\u2013 " + why, "small")));
        r.of().cautions().forEach(c -> card.getChildren().add(Ui.text("! " + c, "small hands")));
        card.getChildren().add(Ui.text("Needs: " + String.join("; ", r.step().needs()), "small muted"));
    }

    private static String inThisShop(Evidence.Tally e) {
        String lost = e.lost() == 0 ? "" : " In " + e.lost() + " more the data was gone.";
        return String.format(Locale.ROOT, "In this shop it helped %d of %d (95 %%: %.0f to %.0f of 100), same keys and trouble.%s",
                e.helped(), e.cases(),
                100 * e.interval().low(), 100 * e.interval().high(), lost);
    }

    private Node overruleButton(String step) {
        return Ui.button("overrule-" + step, "Overrule", "quiet small", () -> {
            overruling = step;
            refresh();
            why.requestFocus();
        });
    }

    private Node overrule(String step) {
        why.setPrefWidth(330);
        var yes = Ui.button("overrule-yes", "Overrule, and write it down", "", () -> {
            overruling = "";
            give(new Command.Overrule(step, why.getText()));
            why.clear();
        });
        yes.disableProperty().bind(Bindings.createBooleanBinding(() -> why.getText().isBlank(), why.textProperty()));
        why.setOnAction(_ -> yes.fire());
        return Ui.row(8, why, yes);
    }

    public static Label keeps(boolean keeps) {
        Label tag = Ui.label(keeps ? "KEEPS DATA" : "ERASES ALL", keeps ? "tag keeps" : "tag erases");
        tag.setMinWidth(Region.USE_PREF_SIZE);
        return tag;
    }

    /** What comes back, when, and what never does; empty where no backup is known of. */
    private String comesBack() {
        List<String> says = page.flatMap(RoutePage::backups).map(BackupPlan::says).orElse(List.of());
        return says.isEmpty() ? "" : String.join("  ", says) + "  " + BackupPlan.NEVER_BACK;
    }

    /** How far a rung is from being taken, in a word or two. */
    public static String stateOf(Route.Rung rung) {
        return rung.done() ? "tried, did not help" : switch (rung.status()) {
            case READY -> rung.advised() ? "open" : "open, not advised";
            case NEEDS_CONSENT -> "open once the owner agrees";
            case BLOCKED -> "not yet";
            case REFUSED -> "cannot help here";
        };
    }

    private void take(Route.Rung rung) {
        if (rung.status() == Route.Status.NEEDS_CONSENT) {
            asking = rung.step().id();
            bench.people().of(number).filter(_ -> who.getText().isBlank()).ifPresent(p -> who.setText(p.name()));
            told.setText(told.getText().isBlank() ? toldAbout(ticket()) : told.getText());
            refresh();
            who.requestFocus();
            return;
        }
        give(new Command.Choose(rung.step().id(), null, null));
    }

    private String toldAbout(Ticket t) {
        List<Route.BackupFit> backups = page.orElseThrow().route().backups();
        if (t.fact("backup").filter(b -> !b.equals("unknown")).isEmpty()) {
            return "nobody knows of a backup; everything may be lost";
        }
        String kinds = backups.stream().map(b -> b.backup().kind()).collect(Collectors.joining(" backup and a "));
        boolean lost = !backups.isEmpty() && backups.stream().allMatch(b -> Boolean.FALSE.equals(b.fits()));
        return backups.isEmpty() ? "there is no backup; everything is lost" : "there is a " + kinds + " backup; "
                + (lost ? "it does not fit the version, so everything is lost" : "what is newer than it is lost");
    }

    private VBox consent(Route.Rung rung) {
        VBox box = Ui.notice("stop", "This erases everything on the device. Does the owner agree?", "Say it in these words:",
                String.join("  ", rung.tells()), comesBack());
        HBox.setHgrow(told, Priority.ALWAYS);
        who.setPrefWidth(210);
        String step = rung.step().id();
        var agree = Ui.button("consent-yes", "The owner agrees", "danger", () -> answer(step, true));
        agree.disableProperty().bind(Bindings.createBooleanBinding(() -> who.getText().isBlank() || told.getText().isBlank(),
                who.textProperty(), told.textProperty()));
        box.getChildren().addAll(Ui.row(8, Ui.label("Who", "strong"), who), Ui.row(8, Ui.label("Told about the backup", "strong"), told),
                Ui.row(8, agree, Ui.button("consent-no", "The owner does not agree", "", () -> answer(step, false))),
                Ui.text("Recorded in the ledger with the time. It covers every later step that loses no more." + (bench.people().of(number)
                .isPresent() ? "" : " Nobody is kept as the customer: write owner, daughter or the like; a name would stand in the "
                + "ledger."), "small muted"));
        List<Ticket> lot = RoutePage.lot(bench, ticket(), step);
        if (!lot.isEmpty()) {
            Button all = Ui.button("consent-lot", "The owner agrees, for all " + (lot.size() + 1) + " devices", "danger", () -> {
                lot.forEach(o -> bench.commands().give(o.number(), new Command.Consent(step, true, who.getText(), told.getText())));
                answer(step, true);
            });
            all.disableProperty().bind(agree.disableProperty());
            box.getChildren().add(Ui.row(8, all, Ui.text("The same customer's: " + lot.stream().map(o -> o.number() + " " + o.title())
                    .collect(Collectors.joining(", ")), "small muted")));
        }
        who.setOnAction(_ -> agree.fire());
        return box;
    }

    private void answer(String step, boolean given) {
        asking = "";
        String name = who.getText().isBlank() ? "owner, not named" : who.getText();
        give(given ? new Command.Choose(step, name, told.getText())
                : new Command.Consent(step, false, name, told.getText()));
    }

    @Override
    public String firstFocus() {
        return page.map(RoutePage::route).flatMap(Route::recommended).map(r -> "rung-" + r.step().id()).orElse("");
    }

    @Override
    public String next() {
        return desk.rules(ticket()).next().line();
    }
}
