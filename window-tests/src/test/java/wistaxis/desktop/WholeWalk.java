package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.input.KeyCode;
import wistaxis.core.buttons.Screen;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.route.Intake;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.words.Say;

/** The way of one locked phone, in the real window, with real clicks and keys, page by page. @param w the window @param folder its data */
record WholeWalk(Window w, String number, Path folder) {
    Ticket ticket() {
        return w.bench.ticket(number);
    }

    void intake() {
        w.click("new-ticket");
        w.click("trouble-passcode-forgotten");
        w.sees("Which device is it?");
        w.type("deck phone");
        w.sees("No model matches [deck phone]");
        w.tap(KeyCode.ENTER);
        for (String answer : List.of("damage-none", "ownership-proved", "blacklisted-no", "backup-cloud", "wrongTries-10-or-more",
                "lockWord-pad", "eraseButton-no", "hopesToRemember-no",
                "ownerPassword-yes", "signInCode-other-device", "accountData-messages", "answer-done", "locating-off", "online-no")) {
            w.click(answer);
        }
        w.sees("When was the cloud backup made?");
        w.type("3");
        w.tap(KeyCode.ENTER);
        Window.until(() -> w.text().contains("on eight of ten") || w.text().contains("an acht von zehn"), "what may be promised");
        w.click("promised-2");
        w.sees("All questions that matter are answered.");
        assertThat(ticket().fact("deviceWords")).hasValue("deck phone");
        assertThat(Intake.promised(ticket())).isPresent();
        w.click("go-on");
    }

    void identify() {
        w.sees("Which exact model is it?");
        w.click("identify-query");
        w.type("a9");
        w.sees("No model matches [a9]");
        w.tap(KeyCode.BACK_SPACE);
        w.type("2403");
        w.sees("iPhone13,2");
        w.sees("Side button iPhone, 8-pin");
        w.tap(KeyCode.ENTER);
        assertThat(ticket().identifier()).isEqualTo("iPhone13,2");
    }

    void route() {
        w.sees("Choose the gentlest step that can help");
        w.sees("The lock screen shows no erase button.");
        w.sees("ERASES ALL");
        w.click("confirm-readyCable");
        w.click("confirm-readyProgram");
        w.click("step-recovery-restore");
        w.sees("Does the owner agree?");
        assertThat(ticket().route()).as("nothing is chosen before the owner agrees").isNull();
        w.focus("consent-who");
        w.type("owner");
        w.click("consent-yes");
        assertThat(ticket().consentGiven()).isTrue();
        assertThat(ticket().consent()).extracting(TicketEvent.ConsentAsked::toldAboutBackup).asString().containsIgnoringCase("cloud");
    }

    void firmware() throws Exception {
        w.sees("signed until");
        w.sees("No longer signed");
        w.sees("Newest signed build for this model");
        w.click("choose-31K88");
        w.click("download");
        Window.until(() -> w.bench.desk(number).firmware().bytes() > 150_000, "some of the download");
        Window.until(() -> w.text("download-rate").contains("MB"), "what has come, as it is shown");
        w.click("download-stop");
        w.sees("are here already");
        Path firmwareFolder = folder.resolve("firmware");
        assertThat(Files.list(firmwareFolder)).allMatch(p -> p.toString().contains(".part"));
        w.click("download");
        w.sees("The firmware file is verified");
        w.sees("signature of a trusted key over the manifest; model iPhone13,2; version 31.10 (31K88); 6 parts checked by digest");
        w.click("go-on");
    }

    void buttons() {
        w.sees("Connect it first");
        w.tap(KeyCode.P);
        w.sees("Plugged restart: enter recovery");
        w.click("keys-start");
        w.hurried(() -> w.lets(3000));
        w.hold("key-VOLUME_UP", 200);
        w.hold("key-VOLUME_DOWN", 100);
        w.hold("key-SIDE", 3000);
        w.sees("nothing happened");
        attempt(12_000);
        w.sees("at the boot logo after");
        w.sees("keep holding right through the boot logo");
        upAgain();
        w.tap(KeyCode.ENTER);
        w.hurried(() -> w.lets(3200));
        taps();
        w.press(KeyCode.S);
        w.hurried(() -> Window.until(() -> w.bench.desk(number).device().screen() == Screen.BLACK, "black"));
        w.tap(KeyCode.SPACE);
        Window.until(() -> w.text("instruction").equals(Say.t("core.coach.keep-holding", "buttons", DeviceButton.SIDE.words())), "the next instruction");
        w.hurried(() -> Window.until(() -> ticket().mode() != null, "recovery"));
        w.release(KeyCode.S);
        w.sees("In recovery. Let go");
        assertThat(ticket().buttonsTried()).isEqualTo(3);
        w.tap(KeyCode.ENTER);
    }

    private void attempt(long holdMillis) {
        w.tap(KeyCode.ENTER);
        w.hurried(() -> w.lets(3200));
        taps();
        w.press(KeyCode.S);
        w.hurried(() -> w.lets(holdMillis));
        w.release(KeyCode.S);
    }

    private void upAgain() {
        w.hurried(() -> Window.until(() -> w.bench.desk(number).device().screen() == Screen.DISABLED_SCREEN,
                "the phone to be up again"));
    }

    private void taps() {
        w.press(KeyCode.U);
        w.lets(200);
        w.release(KeyCode.U);
        w.lets(200);
        w.press(KeyCode.D);
        w.lets(200);
        w.release(KeyCode.D);
        w.lets(200);
    }

    void restore() {
        w.sees("until it drops out of recovery");
        w.click("pace-60");
        w.hurried(() -> Window.until(() -> ticket().mode() == null, "the mode window to end"));
        w.sees("The device is not in recovery.");
        reenter();
        w.click("restore-start");
        w.click("pace-60");
        w.sees("Leave the cable and the device alone.");
        w.click("cable");
        w.sees("Contact with the device was lost");
        w.click("cable");
        w.hurried(() -> w.sees("Hand over, restored to 31.10"));
        w.click("pace-1");
    }

    private void reenter() {
        w.click("back-to-keys");
        upAgain();
        w.hurried(() -> {
            w.tap(KeyCode.W);
            Window.until(() -> ticket().mode() != null, "recovery, shown");
        });
        w.sees("In recovery. Let go");
        w.tap(KeyCode.ENTER);
    }

    void handOver() {
        for (String check : List.of("greeting-seen-0", "step-helped-0", "version-matches-0", "account-lock-0", "passcode-set-0")) {
            w.click(check);
        }
        w.sees("1 check still open");
        w.click("data-back-1");
        w.click("close-ticket");
        w.sees("Closed: restored to 31.10, handed over");
        assertThat(ticket().stage()).isEqualTo(Stage.CLOSED);
    }
}
