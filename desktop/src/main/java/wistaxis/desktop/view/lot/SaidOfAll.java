package wistaxis.desktop.view.lot;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.binding.Bindings;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import wistaxis.core.firmware.BuildChoice;
import wistaxis.core.lot.Lot;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.lot.Adding;
import wistaxis.workbench.page.LotPage;

/** What is said once of many devices of a lot: the step with its consent, the firmware file, checks of the handover, that they leave. */
final class SaidOfAll extends VBox {
    private final Workbench bench;
    private final Consumer<Adding> works;
    private final TextField who = Ui.field("lot-who", "", 60);
    private final TextField told = Ui.field("lot-told", "", 200);
    private List<Object> drawn = List.of();

    /** @param works hears of what is being said */
    SaidOfAll(Workbench bench, Consumer<Adding> works) {
        super(8);
        this.bench = bench;
        this.works = works;
        who.setPrefWidth(210);
        told.setPrefWidth(420);
    }

    /** Drawn anew only where it says something else: what is being typed stays. */
    void refresh(LotPage page) {
        List<Object> says = List.of(page.steps(), page.checks().keySet(), page.checks().values().stream().map(List::size).toList(), page
                .leaving().size(), page.standing(Lot.Standing.FIRMWARE), build(page), page
                .lot().unconfirmed().size());
        if (says.equals(drawn)) {
            return;
        }
        drawn = says;
        getChildren().clear();
        page.steps().entrySet().stream().findFirst().ifPresent(e -> getChildren().add(step(e.getKey(), e.getValue())));
        if (!page.standing(Lot.Standing.FIRMWARE).isEmpty()) {
            getChildren().add(firmware(page.standing(Lot.Standing.FIRMWARE)));
        }
        List<Ticket> unconfirmed = page.lot().unconfirmed();
        if (!unconfirmed.isEmpty()) {
            Map<String, String> confirmed = page.lot().confirmed();
            getChildren().add(Ui.card(Ui.text(t("desktop.lot.confirmed", "what", confirmed.keySet().stream().map(f -> Text.named(
                    "core.fact.", f)).toList()), "strong"), Ui.row(8, Ui.button("lot-ready", t("desktop.lot.confirm", "n", unconfirmed
                            .size()), "primary", () -> works.accept(bench.lots().say(unconfirmed, _ -> Optional.of(new Command.Answer(
                                    confirmed, List.of()))))))));
        }
        if (!page.checks().isEmpty() || !page.leaving().isEmpty()) {
            getChildren().add(handover(page));
        }
    }

    /** The build that the card names: of the first device that has none. */
    private String build(LotPage page) {
        return page.standing(Lot.Standing.FIRMWARE).stream().findFirst().flatMap(this::choice).map(c -> c.build().build()).orElse("");
    }

    private VBox step(String step, List<LotPage.Device> devices) {
        boolean consent = devices.stream().anyMatch(LotPage.Device::consent);
        VBox box = consent ? Ui.notice("stop", t("desktop.lot.agree", "step", Steps.title(step), "n", devices.size()),
                t("desktop.consent.say")) : Ui.card(Ui.label(t("desktop.lot.step", "step", Steps.title(step), "n", devices.size()),
                        "strong"));
        Button take = Ui.button("lot-step", t(consent ? "desktop.lot.agrees" : "desktop.lot.take-step", "n", devices.size()), consent
                ? "danger" : "primary", () -> works.accept(bench.lots().say(devices.stream().map(LotPage.Device::of).toList(),
                        _ -> Optional.of(new Command.Choose(step, consent ? who.getText() : null, consent ? told.getText() : null)))));
        if (consent) {
            take.disableProperty().bind(Bindings.createBooleanBinding(() -> who.getText().isBlank() || told.getText().isBlank(), who
                    .textProperty(), told.textProperty()));
            box.getChildren().addAll(Ui.flow(8, Ui.labelFor(t("desktop.consent.who"), "strong", who), who, Ui.labelFor(t(
                    "desktop.consent.told"), "strong", told), told));
        }
        box.getChildren().add(Ui.row(8, take));
        return box;
    }

    private Optional<BuildChoice.Judged> choice(Ticket t) {
        return bench.desk(t.number()).firmware().choice().flatMap(BuildChoice::chosen);
    }

    /** One file for all that want one. */
    private VBox firmware(List<Ticket> devices) {
        Ticket first = devices.getFirst();
        Optional<BuildChoice.Judged> build = choice(first);
        List<Ticket> open = devices.stream().filter(t -> t.build() == null && Objects.equals(t.identifier(), first.identifier())).toList();
        List<Ticket> waiting = devices.stream().filter(t -> t.build() != null).toList();
        VBox box = Ui.card(Ui.label(t("desktop.lot.firmware", "n", devices.size()), "strong"));
        if (build.isEmpty()) {
            bench.desk(first.number()).firmware().ask();
            box.getChildren().add(Ui.text(t("desktop.lot.asking"), "muted"));
        } else if (!open.isEmpty()) {
            box.getChildren().add(Ui.row(8, Ui.button("lot-build", t("desktop.lot.build", "version", build.get().build().version(), "build",
                    build.get().build().build(), "n", open.size()), "primary", () -> works.accept(bench.lots().say(open, t -> Optional
                            .of(new Command.ChooseBuild(build.get().build(), "recommended")))))));
        }
        if (!waiting.isEmpty()) {
            String problem = bench.desk(waiting.getFirst().number()).firmware().problem();
            box.getChildren().add(Ui.flow(8, Ui.button("lot-fetch", t("desktop.lot.fetch", "n", waiting.size()), open.isEmpty() ? "primary"
                    : "", () -> waiting.forEach(t -> bench.desk(t.number()).firmware().startDownload())), Ui.text(problem, "erases")));
        }
        return box;
    }

    private VBox handover(LotPage page) {
        VBox box = Ui.card(Ui.label(t("desktop.lot.handover"), "strong"), Ui.text(t("desktop.lot.handover-how"), "muted"));
        page.checks().forEach((check, tickets) -> {
            FlowPane chips = Ui.chips(360);
            List<String> answers = HandoverFacts.answers(check, tickets.getFirst());
            for (int i = 0; i < answers.size(); i++) {
                String answer = answers.get(i);
                chips.getChildren().add(Ui.button("lot-" + check.id() + "-" + i, EventWords.checked(answer), "chip", () -> works.accept(
                        bench.lots().say(tickets, _ -> Optional.of(new Command.Answer(check.id(), answer))))));
            }
            box.getChildren().add(Ui.asked(300, chips, t("desktop.lot.of-n", "n", tickets.size()), Ui.text(HandoverFacts.says(check, tickets
                    .getFirst()), "strong")));
        });
        List<Ticket> leaving = page.leaving();
        if (!leaving.isEmpty()) {
            box.getChildren().add(Ui.row(8, Ui.button("lot-close", t("desktop.lot.close", "n", leaving.size()), "primary", () -> works
                    .accept(bench.lots().say(leaving, _ -> Optional.of(new Command.Close()))))));
        }
        return box;
    }
}
