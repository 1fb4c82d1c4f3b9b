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
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.Family;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.keys.DeviceMachine;
import wistaxis.core.keys.DeviceState;
import wistaxis.core.keys.Explanation;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.HostView;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.Mode;
import wistaxis.core.keys.Phase;
import wistaxis.core.keys.Reading;
import wistaxis.core.keys.Screen;
import wistaxis.core.keys.Start;
import wistaxis.core.outside.DeviceLink;
import wistaxis.core.outside.ObservedDevice;
import wistaxis.core.restore.HostRun;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.steps.Hands;
import wistaxis.core.steps.Ladder;
import wistaxis.core.steps.Steps;
import wistaxis.core.steps.Walk;
import wistaxis.core.steps.WalkRun;
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
import wistaxis.workbench.usb.HostUsb;

/** What lies on the bench for one ticket: the device and the work on it. */
public final class TicketDesk implements CoachSubject {
    private final Life life;
    private final Tickets tickets;
    private final DeviceCatalogue devices;
    private final Routes routes;
    private final HostUsb usb;
    private final Commands commands;
    private final Desks desks;
    private final String number;
    private final DeviceModel model;
    private final DeviceMachine machine;
    private final DeviceLink device;
    private Observed.@Nullable Seen screenTaken;
    private final FirmwareDesk firmware;
    private final KeysDesk keys;
    private final RestoreDesk restore;
    private final HostDesk host;

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
        this.keys = room.parts().keys().apply(this);
        this.restore = room.parts().restore().apply(this);
        this.host = room.parts().host().apply(this);
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
        Start start = t.trouble().flatMap(Steps::ladder).map(Ladder::shows).orElse(Start.ON);
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
    public Family family() {
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
    public Set<PhysicalKey> broken() {
        List<PhysicalKey> said = CaseFacts.of(ticket()).brokenKeys();
        Set<PhysicalKey> broken = said == null ? EnumSet.noneOf(PhysicalKey.class) : said.stream()
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(PhysicalKey.class)));
        if (broken.stream().anyMatch(PhysicalKey::isPower)) {
            broken.add(model.body().powerKey());
        }
        return broken;
    }

    /** Becomes the shop's habit for this goal and family. */
    @Override
    public void taken(KeySequence school) {
        routes.prefer(school);
    }

    @Override
    public void read(Goal goal, Reading.Sight sight, HostView host) {
        give(new Command.ReadState(sight, host, Reading.said(goal, sight, host), onUsb()));
    }

    @Override
    public boolean onUsb() {
        return usb.of(number).isPresent();
    }

    public FirmwareDesk firmware() {
        return firmware;
    }

    public KeysDesk keys() {
        return keys;
    }

    public RestoreDesk restore() {
        return restore;
    }

    /** The restore by the host's own program, on a real ticket. */
    public HostDesk host() {
        return host;
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
            keys.tick();
            return;
        }
        deviceNow();
        if (commands.isFlying(number)) {
            keys.tick();
            return;
        }
        keys.tick();
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
        HostView seen = usb.of(number).map(UsbDevice::mode).orElse(null);
        if (seen == null && observed.host() != null) {
            seen = HostView.valueOf(observed.host().what().toUpperCase(Locale.ROOT));
        }
        if (seen != null) {
            real.host(seen, now);
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
        if (ticket.restored() != null) {
            return;
        }
        Optional<Mode> mode = Mode.of(device.host());
        if (ticket.mode() == null && !keys.busy() && mode.isPresent()) {
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

    /** How long nobody's hands are wanted on a walk: until it rings, else as long as is usual. */
    private Duration waits(WalkRun walk) {
        Walk.Stop at = walk.at();
        if (at == null || at.hands() != Hands.NOBODY) {
            return Duration.ZERO;
        }
        return walk.rings().map(r -> BenchTime.between(life.now(), r)).orElseGet(() -> Duration.ofSeconds(Math.round(60 * at.high()))
                .minus(BenchTime.between(ticket().lastAt(), life.now())));
    }

    /** How long the work that runs by itself still takes, bench time; zero when the ticket waits for hands. */
    public Duration unattended() {
        Duration waits = ticket().walk().map(this::waits).orElse(Duration.ZERO);
        if (waits.isPositive()) {
            return waits;
        }
        Optional<Duration> atHost = host.run().map(HostRun::atMost);
        return atHost.isPresent() ? atHost.get() : Optional.of(restore.left()).filter(Duration::isPositive).orElseGet(firmware::unattended);
    }
}
