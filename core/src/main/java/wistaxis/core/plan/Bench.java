package wistaxis.core.plan;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What is to be planned, and with what. Times are whole seconds after the plan's beginning.
 *
 * @param jobs in the order in which they are shown
 * @param people who is at work; empty where nobody is
 * @param ports of the computers; empty where their number does not matter
 * @param lineFrom from when on there is a connection; 0 for now
 */
public record Bench(List<Job> jobs, List<Person> people, List<Port> ports, long lineFrom) {
    public Bench(List<Job> jobs, List<Person> people, List<Port> ports) {
        this(jobs, people, ports, 0);
    }

    /** A stretch of time. @param to not included */
    public record Stretch(long from, long to) {
        public Stretch {
            if (to <= from) {
                throw new IllegalArgumentException("[" + from + ", " + to + "] is no stretch of time; write them in order");
            }
        }
    }

    /** Somebody at work. @param present when, in order; breaks are what lies between @param cannot kinds of work that are not theirs */
    public record Person(String name, List<Stretch> present, Set<String> cannot) {
        public Person(String name, List<Stretch> present) {
            this(name, present, Set.of());
        }

        public Person {
            cannot = Set.copyOf(cannot);
            present = present.stream().sorted(Comparator.comparingLong(Stretch::from)).toList();
        }

        /** Somebody who is there all the time. */
        public static Person always(String name) {
            return new Person(name, List.of(new Stretch(0, Job.NEVER)));
        }

        public boolean can(Task task) {
            return task.work() == null || !cannot.contains(task.work());
        }

        /** The earliest moment from which on so many seconds fit into one presence; empty where they never do. */
        public Optional<Long> from(long earliest, long seconds) {
            return present.stream().map(p -> Math.max(earliest, p.from())).filter(s -> fits(s, seconds)).findFirst();
        }

        /** Whether somebody is there all along. */
        public boolean fits(long start, long seconds) {
            return present.stream().anyMatch(p -> p.from() <= start && start + seconds <= p.to());
        }
    }

    /** A port of a computer. @param plugs for which plugs a cable hangs on it; empty for every plug */
    public record Port(String name, Set<String> plugs) {
        public Port {
            plugs = Set.copyOf(plugs);
        }

        public boolean takes(Job job) {
            return plugs.isEmpty() || job.plug() == null || plugs.contains(job.plug());
        }
    }

    public Bench {
        jobs = List.copyOf(jobs);
        people = List.copyOf(people);
        ports = List.copyOf(ports);
    }

    /** One pair of hands that is always there, and ports without end. */
    public static Bench ofOne(List<Job> jobs) {
        return new Bench(jobs, List.of(Person.always("")), List.of());
    }

    public int tasks() {
        return jobs.stream().mapToInt(j -> j.tasks().size()).sum();
    }
}
