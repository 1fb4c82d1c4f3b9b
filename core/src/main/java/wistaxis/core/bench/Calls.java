package wistaxis.core.bench;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import wistaxis.core.words.Text;

/**
 * Who is called, and when: a fold over looks at the plan. It calls once for what was seen to come, so long before it does; a call that is
 * put off comes again; what nobody is needed for any more is gone. Work that waited all along calls nobody. Of one thread.
 */
public final class Calls {
    private final Set<Call.Key> coming = new HashSet<>();
    private final Map<Call.Key, Call> signs = new LinkedHashMap<>();
    private final Map<Call.Key, Instant> putOff = new HashMap<>();

    /** Somebody is needed on a ticket. @param at when */
    public record Call(String ticket, Text what, Instant at) {
        /** What is the same call although its moment moves. */
        record Key(String ticket, String what) {}

        Key key() {
            return new Key(ticket, what.key());
        }
    }

    /**
     * What comes by a plan: the first work for hands on each ticket that runs by itself until then, and the next call of all.
     *
     * @param now every ticket's first work for hands, whenever that is
     */
    public record Ahead(List<Call> coming, List<Call> now) {
        public Ahead {
            coming = List.copyOf(coming);
            now = List.copyOf(now);
        }

        public static Ahead of(BenchPlan plan) {
            List<Call> coming = new ArrayList<>();
            List<Call> all = new ArrayList<>();
            String next = plan.nextCall().map(BenchPlan.Call::ticket).orElse("");
            for (BenchPlan.Lane lane : plan.lanes()) {
                lane.spans().stream().filter(BenchPlan.Span::hands).findFirst().map(s -> new Call(lane.job().ticket(), s.what(), s.start()))
                        .ifPresent(c -> {
                            all.add(c);
                            if (!lane.spans().getFirst().hands() || next.equals(c.ticket())) {
                                coming.add(c);
                            }
                        });
            }
            return new Ahead(coming, all);
        }

        /** With further calls that the plan does not know of, such as a timeout that ends. */
        public Ahead with(List<Call> more) {
            List<Call> both = new ArrayList<>(coming);
            both.addAll(more);
            List<Call> all = new ArrayList<>(now);
            all.addAll(more);
            return new Ahead(both, all);
        }
    }

    /** Looks at what comes. @param lead so long before somebody is called @return what calls now */
    public List<Call> look(Ahead ahead, Instant now, Duration lead) {
        Map<Call.Key, Call> needed = new HashMap<>();
        ahead.now().forEach(c -> needed.put(c.key(), c));
        signs.keySet().retainAll(needed.keySet());
        putOff.keySet().retainAll(needed.keySet());
        coming.retainAll(needed.keySet());
        signs.replaceAll((k, _) -> Objects.requireNonNull(needed.get(k)));
        List<Call> calls = new ArrayList<>();
        for (Call c : ahead.coming()) {
            if (c.at().minus(lead).isAfter(now)) {
                coming.add(c.key());
            } else if (coming.remove(c.key()) && !putOff.containsKey(c.key())) {
                calls.add(c);
            }
        }
        Map.copyOf(putOff).forEach((k, until) -> {
            if (!until.isAfter(now)) {
                putOff.remove(k);
                calls.add(Objects.requireNonNull(needed.get(k)));
            }
        });
        calls.forEach(c -> signs.put(c.key(), c));
        return calls;
    }

    /** The calls that nobody has answered yet, the first first. */
    public List<Call> signs() {
        return List.copyOf(signs.values());
    }

    /** It comes again at a moment, if it is still needed then. */
    public void putOff(Call call, Instant until) {
        signs.remove(call.key());
        putOff.put(call.key(), until);
    }

    /** Somebody comes. */
    public void answered(Call call) {
        signs.remove(call.key());
    }
}
