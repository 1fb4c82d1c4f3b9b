package wistaxis.workbench.desk;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.DeviceState;
import wistaxis.core.buttons.Explanation;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.buttons.Phase;
import wistaxis.core.buttons.Reading;
import wistaxis.core.buttons.Screen;
import wistaxis.core.buttons.Start;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.outside.DeviceLink;
import wistaxis.core.outside.ObservedDevice;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.steps.HandsOn;
import wistaxis.core.steps.Steps;
import wistaxis.core.steps.UsualRoute;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.OnScreen;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.BenchTime;
import wistaxis.core.usb.UsbDevice;
import wistaxis.core.work.Command;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.practice.CoachSubject;
import wistaxis.workbench.route.Routes;
import wistaxis.workbench.ticket.Tickets;
import wistaxis.workbench.usb.ComputerUsb;

/** What lies on the bench for one ticket: the device and the work on it. */
public final class TicketDesk implements CoachSubject {
    private final Life life;
    private final Tickets tickets;
    private final DeviceCatalogue devices;
    private final Routes routes;
    private final ComputerUsb usb;
    private final Commands commands;
    private final Desks desks;
    private final String number;
    private final DeviceModel model;
    private final DeviceMachine machine;
    private final DeviceLink device;
    private Observed.@Nullable Seen screenTaken;
    private final FirmwareDesk firmware;
    private final ButtonsDesk buttons;
    private final RestoreDesk restore;
    private final ComputerDesk computer;

    /** @throws IllegalStateException when the device is not identified yet */
    TicketDesk(Desks desks, Desks.Room room, String number) {
        this.desks = desks;
        this.life = room.life();
        this.tickets = room.tickets();
        this.devices = room.devices();
        this.routes = room.routes();
        this.usb = room.usb();
        this.commands = room.commands();
        this.number = number;
        Ticket ticket = ticket();
        this.model = Optional.ofNullable(ticket.identifier()).flatMap(devices::byIdentifier)
                .orElseThrow(() -> new IllegalStateException("ticket [" + number + "] has no identified device"));
        this.machine = new DeviceMachine(family());
        DeviceState left = asTheLedgerLeftIt(ticket);
        this.device = ticket.isObserved() ? new ObservedDevice(machine, left) : room.device().apply(machine, left);
        this.firmware = room.parts().firmware().apply(this);
        this.buttons = room.parts().buttons().apply(this);
        this.restore = room.parts().restore().apply(this);
        this.computer = room.parts().computer().apply(this);
    }

    private DeviceState asTheLedgerLeftIt(Ticket t) {
        Instant since = t.modeSince();
        if (t.mode() != null && since != null) {
            return machine.start(t.mode().equals(Mode.DFU) ? Start.DFU : Start.RECOVERY, true,
                    Math.min(BenchTime.nanos(since), life.time().nowNanos()));
        }
        if (t.unknownState() != null) {
            // half written: it starts and falls over, which is one thing that may be seen
            return machine.start(Start.LOOPING, true, life.time().nowNanos());
        }
        if (t.attempts().stream().anyMatch(a -> a.written() != null)) {
            return machine.start(Start.ON, false, life.time().nowNanos());
        }
        Start start = t.problem().flatMap(Steps::route).map(UsualRoute::shows).orElse(Start.ON);
        boolean black = t.fact("screenSays").filter(OnScreen.BLACK.toString()::equals).isPresent();
        return machine.start(black ? Start.OFF : start, false, life.time().nowNanos());
    }

    public Ticket ticket() {
        return tickets.of(number);
    }

    @Override
    public String ticketNumber() {
        return number;
    }

    @Override
    public DeviceModel model() {
        return model;
    }

    @Override
    public LayoutFacts family() {
        return devices.familyOf(model);
    }

    @Override
    public DeviceMachine machine() {
        return machine;
    }

    @Override
    public DeviceLink device() {
        return device;
    }

    /** The device now. */
    @Override
    public DeviceState deviceNow() {
        return device.at(life.time().nowNanos());
    }

    /** The keys that the intake says are broken. */
    @Override
    public Set<DeviceButton> broken() {
        List<DeviceButton> said = CaseFacts.of(ticket()).brokenButtons();
        Set<DeviceButton> broken = said == null ? EnumSet.noneOf(DeviceButton.class) : said.stream()
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(DeviceButton.class)));
        if (broken.stream().anyMatch(DeviceButton::isPower)) {
            broken.add(model.body().powerButton());
        }
        return broken;
    }

    /** Becomes the shop's habit for this goal and family. */
    @Override
    public void taken(ButtonSequence method) {
        routes.prefer(method);
    }

    @Override
    public void read(Goal goal, Reading.Sight sight, ComputerSees computer) {
        give(new Command.ReadState(sight, computer, Reading.said(goal, sight, computer), onUsb()));
    }

    @Override
    public boolean onUsb() {
        return usb.of(number).isPresent();
    }

    public FirmwareDesk firmware() {
        return firmware;
    }

    public ButtonsDesk buttons() {
        return buttons;
    }

    public RestoreDesk restore() {
        return restore;
    }

    /** The restore by the restore program, on a real ticket. */
    public ComputerDesk computer() {
        return computer;
    }

    CompletableFuture<Result> give(Command command) {
        return commands.give(number, command);
    }

    /** What happens without anybody's doing. */
    CompletableFuture<Result> byItself(Command command) {
        return desks.byItself(number, command);
    }

    /** Nothing goes on before what was asked for is on the disk. */
    void tick() {
        if (device instanceof ObservedDevice real) {
            observe(real);
            buttons.tick();
            return;
        }
        deviceNow();
        if (commands.isFlying(number)) {
            buttons.tick();
            return;
        }
        buttons.tick();
        restore.tick();
        followMode();
    }

    /** The real device is what was last seen of it: by USB at once, else as somebody said. */
    private void observe(ObservedDevice real) {
        Observed observed = ticket().observed();
        long now = life.time().nowNanos();
        Observed.Seen screen = observed.screen();
        if (screen != null && !screen.equals(screenTaken)) {
            screenTaken = screen;
            real.screen(screenOf(screen.what()), now);
        }
        ComputerSees seen = usb.of(number).map(UsbDevice::mode).orElse(null);
        if (seen == null && observed.computer() != null) {
            seen = ComputerSees.valueOf(observed.computer().what().toUpperCase(Locale.ROOT));
        }
        if (seen != null) {
            real.computer(seen, now);
        }
    }

    /** What somebody said that is seen; whatever else an entry says is black. */
    private static Screen screenOf(String seen) {
        return Arrays.stream(Screen.values()).filter(s -> s.toString().equals(seen)).findFirst().orElse(Screen.BLACK);
    }

    /** Writes down that the device came into its mode, after the attempt that brought it there, or dropped out of it. */
    private void followMode() {
        DeviceState state = deviceNow();
        Ticket ticket = ticket();
        if (ticket.restored() != null || !ticket.place().isAt(tickets.bench())) {
            return;
        }
        Optional<Mode> mode = Mode.of(device.computer());
        if (ticket.mode() == null && !buttons.busy() && mode.isPresent()) {
            byItself(new Command.EnterMode(mode.get()));
        } else if (ticket.mode() != null && !inModeOrWorkedOn(state)) {
            byItself(new Command.LeaveMode(Explanation.said(state, machine)));
        }
    }

    private boolean inModeOrWorkedOn(DeviceState state) {
        return switch (state.phase()) {
            case Phase.Recovery _, Phase.Dfu _, Phase.Restoring _, Phase.SecondBar _ -> true;
            case Phase.Running(var face) -> face == Screen.GREETING || restore.comingUp();
            default -> false;
        };
    }

    /** How long nobody's hands are wanted on a guide that does not ring: as long as is usual. */
    private Duration waits(GuideRun guide) {
        Guide.Page at = guide.at();
        return at == null || at.hands() != HandsOn.NOBODY || guide.rings().isPresent() ? Duration.ZERO
                : Duration.ofSeconds(Math.round(60 * at.high())).minus(BenchTime.between(ticket().lastAt(), life.now()));
    }

    /**
     * How long what runs here by itself still takes, bench time; zero when the ticket waits for hands. A computer's run is no part of it.
     */
    public Duration unattended() {
        Duration waits = ticket().guide().map(this::waits).orElse(Duration.ZERO);
        if (waits.isPositive()) {
            return waits;
        }
        return Optional.of(restore.left()).filter(Duration::isPositive).orElseGet(firmware::unattended);
    }
}
