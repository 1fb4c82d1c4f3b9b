package wistaxis.core.usb;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Which ticket each device on the computer belongs to. A unit that was named before is known by its name; where its mode tells another
 * name, by the port it hung on, as long as nothing else speaks against it. Whoever is not known is offered to the tickets that wait for
 * a device, and never taken for granted.
 *
 * @param known tickets by device
 * @param offers devices of no ticket, with the tickets that might be meant, those that wait first
 */
public record Whose(Map<UsbDevice, String> known, Map<UsbDevice, List<String>> offers) {
    public Whose {
        known = Map.copyOf(known);
        offers = Map.copyOf(offers);
    }

    /**
     * @param devices what hangs on the computer now
     * @param bound the device of each ticket that has one
     * @param waiting tickets that wait for a device and have none
     * @param gone tickets whose device was written down as gone: another one may hang on its port since, so that it is known by name only,
     *     and offered
     */
    public static Whose of(List<UsbDevice> devices, Map<String, Bound> bound, List<String> waiting, Set<String> gone) {
        Map<UsbDevice, String> known = new LinkedHashMap<>();
        Map<String, Long> sameName = devices.stream().flatMap(d -> d.words().unit().stream())
                .collect(Collectors.groupingBy(u -> u, Collectors.counting()));
        for (UsbDevice device : devices) {
            byName(device, bound, sameName).ifPresent(t -> known.put(device, t));
        }
        for (UsbDevice device : devices) {
            if (!known.containsKey(device)) {
                List<String> here = bound.entrySet().stream().filter(b -> !gone.contains(b.getKey())
                        && !known.containsValue(b.getKey()) && byPort(device, b.getValue()))
                        .map(Map.Entry::getKey).toList();
                if (here.size() == 1) {
                    known.put(device, here.getFirst());
                }
            }
        }
        Map<UsbDevice, List<String>> offers = new HashMap<>();
        Set<String> taken = Set.copyOf(known.values());
        for (UsbDevice device : devices) {
            if (!known.containsKey(device)) {
                List<String> may = new ArrayList<>(waiting);
                bound.forEach((ticket, b) -> {
                    if (!taken.contains(ticket) && !contradicts(device, b)) {
                        may.add(ticket);
                    }
                });
                offers.put(device, may);
            }
        }
        return new Whose(known, offers);
    }

    /** Two things with one name are told apart by their ports, or by nobody. */
    private static Optional<String> byName(UsbDevice device, Map<String, Bound> bound, Map<String, Long> sameName) {
        return device.words().unit().flatMap(unit -> bound.entrySet().stream()
                .filter(b -> b.getValue().units().contains(unit))
                .filter(b -> sameName.get(unit) == 1 || b.getValue().port().equals(device.port()))
                .map(Map.Entry::getKey).findFirst());
    }

    private static boolean byPort(UsbDevice device, Bound bound) {
        return !device.port().isEmpty() && device.port().equals(bound.port()) && !contradicts(device, bound);
    }

    /** Another chip or board, or another name of the same sort, is another device. */
    private static boolean contradicts(UsbDevice device, Bound bound) {
        SerialWords words = device.words();
        boolean otherKind = words.kind().isPresent() && bound.kind() != null && !words.kind().get().equals(bound.kind());
        boolean otherName = words.unit().isPresent() && bound.units().stream()
                .anyMatch(u -> sort(u).equals(sort(words.unit().get())) && !u.equals(words.unit().get()));
        return otherKind || otherName;
    }

    /** Names of one sort have one length or nearly so: the unit's number of the low modes is short, the id of the normal mode long. */
    private static String sort(String unit) {
        return unit.length() > SerialWords.LONGEST_SHORT ? "long" : "short";
    }

    /** The device of a ticket, where it hangs on the computer now. */
    public Optional<UsbDevice> of(String ticket) {
        return known.entrySet().stream().filter(e -> Objects.equals(e.getValue(), ticket)).map(Map.Entry::getKey).findFirst();
    }
}
