package app.gewerk.server.dayplan;

import app.gewerk.core.gear.Limits;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.shop.DayPlan;
import app.gewerk.core.shop.Promise;
import app.gewerk.core.shop.Work;
import app.gewerk.core.words.Say;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The shop's open jobs as work: in which order they are taken up, and what else can be promised. */
@Service
public class DayPlanService {
    /** Of a job of which nothing is known (common practice). */
    private static final double USUAL_MINUTES = 50;
    /** Of minutes at the bench, as the logarithm's deviation (from memory). */
    private static final double SCATTER = 0.45;
    /** Until a gear comes of which nobody knows the day (from memory). */
    private static final int UNKNOWN_DAYS = 6;
    /** Parcels are late by so many days on the average (from memory). */
    private static final double LATE_DAYS = 0.7;

    /** Days after which a machine that is ready counts as not fetched (common practice). */
    private static final int FETCHED_WITHIN = 7;

    private static final int RUNS = 400;
    private static final int MOST_DAYS = 20;
    private static final double LEAST_MINUTES = 5;

    /** What of a job's minutes each step takes (from memory). */
    private static final Map<Step, Double> SHARES = new EnumMap<>(Map.of(
            Step.LISTEN,
            0.1,
            Step.OPEN,
            0.15,
            Step.LOOK,
            0.1,
            Step.READ,
            0.12,
            Step.CHOOSE,
            0.05,
            Step.GET,
            0.08,
            Step.CLOSE_UP,
            0.2,
            Step.PROVE,
            0.2));

    private final DayPlanStore store;
    private final ShopService shop;
    private final ShopClock clock;

    DayPlanService(DayPlanStore store, ShopService shop, ShopClock clock) {
        this.store = store;
        this.shop = shop;
        this.clock = clock;
    }

    /** @param dayMinutes of bench time in a day, {@code hands} how many work at once */
    public record BenchHours(int dayMinutes, int hands) {
        public BenchHours {
            Limits.requireBetween("dayMinutes", dayMinutes, 30, 1440);
            Limits.requireBetween("hands", hands, 1, 50);
        }
    }

    /**
     * A job at its place in the plan.
     *
     * @param from minutes of bench time from now, {@code to} likewise
     * @param day on which it begins
     */
    public record PlannedWork(
            long jobId,
            int tray,
            String machine,
            Place place,
            int hand,
            double from,
            double to,
            LocalDate day,
            Optional<LocalDate> promised,
            double lateMinutes,
            Say why) {}

    /** A job that nobody can work on, and until when. */
    public record WaitingWork(long jobId, int tray, String machine, Place place, Optional<LocalDate> until) {}

    /** A machine that is ready and nobody has fetched. */
    public record NotFetched(long jobId, int tray, String machine, String owner, LocalDate since) {}

    /**
     * @param planned in the order in which it is taken up
     * @param notFetched ready for a week or more, the longest first
     * @param lateMinutes of bench time over all promises, {@code leastLateMinutes} what no order could better
     */
    public record WorkPlan(
            BenchHours hours,
            List<PlannedWork> planned,
            List<WaitingWork> waiting,
            List<NotFetched> notFetched,
            double lateMinutes,
            double leastLateMinutes) {}

    @Transactional(readOnly = true)
    public WorkPlan plan(Here here) {
        BenchHours hours = store.hours(here);
        LocalDate today = shop.today(here);
        List<DayPlanStore.Open> open = store.open(here, clock.now());
        List<Work> works = works(here, open, hours, today);
        DayPlan plan = DayPlan.of(works, hours.hands);
        List<PlannedWork> planned = plan.slots().stream()
                .map(s -> planned(s, of(open, s.id()), hours, today))
                .toList();
        List<WaitingWork> waiting = open.stream()
                .filter(o -> o.place() == Place.WAITING_FOR_GEAR || o.place() == Place.WAITING_FOR_ANSWER)
                .map(o -> new WaitingWork(o.id(), o.tray(), o.machine(), o.place(), o.arrives()))
                .toList();
        return new WorkPlan(
                hours,
                planned,
                waiting,
                store.notFetched(here, clock.now().minusDays(FETCHED_WITHIN)),
                plan.lateMinutes(),
                plan.leastLateMinutes());
    }

    private static DayPlanStore.Open of(List<DayPlanStore.Open> open, long id) {
        return open.stream().filter(o -> o.id() == id).findFirst().orElseThrow();
    }

    private static PlannedWork planned(DayPlan.Slot slot, DayPlanStore.Open job, BenchHours hours, LocalDate today) {
        return new PlannedWork(
                job.id(),
                job.tray(),
                job.machine(),
                job.place(),
                slot.hand(),
                slot.from(),
                slot.to(),
                today.plusDays((long) (slot.from() / hours.dayMinutes)),
                job.promised(),
                slot.lateMinutes(),
                slot.why());
    }

    /** What waits for an owner's word is nobody's work. */
    private List<Work> works(Here here, List<DayPlanStore.Open> open, BenchHours hours, LocalDate today) {
        double rate = shop.terms(here).terms().hourlyRate().doubleValue();
        List<Work> works = new ArrayList<>();
        for (DayPlanStore.Open job : open) {
            if (job.place() == Place.WAITING_FOR_ANSWER) {
                continue;
            }
            double usual = job.usualMinutes().orElse(USUAL_MINUTES);
            works.add(new Work(
                    job.id(),
                    Math.max(LEAST_MINUTES, usual * left(job.done())),
                    SCATTER,
                    from(job, hours, today),
                    job.place() == Place.WAITING_FOR_GEAR ? LATE_DAYS * hours.dayMinutes : 0,
                    job.promised()
                            .map(d -> OptionalDouble.of((ChronoUnit.DAYS.between(today, d) + 1) * hours.dayMinutes))
                            .orElse(OptionalDouble.empty()),
                    usual / 60 * rate));
        }
        return works;
    }

    private static double left(List<Step> done) {
        return SHARES.entrySet().stream()
                .filter(s -> !done.contains(s.getKey()))
                .mapToDouble(Map.Entry::getValue)
                .sum();
    }

    private double from(DayPlanStore.Open job, BenchHours hours, LocalDate today) {
        double parts = job.place() == Place.WAITING_FOR_GEAR
                ? Math.max(
                                0,
                                job.arrives()
                                        .map(d -> ChronoUnit.DAYS.between(today, d))
                                        .orElse((long) UNKNOWN_DAYS))
                        * hours.dayMinutes
                : 0;
        OffsetDateTime now = clock.now();
        double cures = job.cures()
                .map(c -> benchMinutes(Duration.between(now, c), hours))
                .orElse(0.0);
        return Math.max(parts, cures);
    }

    /** A wait through a night is hardly one at the bench. */
    private static double benchMinutes(Duration wait, BenchHours hours) {
        double minutes = wait.toMinutes();
        double days = Math.floor(minutes / 1440);
        return days * hours.dayMinutes + Math.min(hours.dayMinutes, minutes - 1440 * days);
    }

    /** @param chance of having finished by the end of that day */
    public record DayChance(LocalDate day, double chance) {}

    /** A promise made before that becomes less sure. */
    public record Pushed(long jobId, int tray, double before, double after) {}

    public record PromiseOutlook(List<DayChance> days, List<Pushed> pushed) {}

    /**
     * What could be promised for one more job.
     *
     * @param minutes it will take
     * @param arrivesInDays until its part is here; 0 for none
     * @param due days from today that are asked for
     */
    @Transactional(readOnly = true)
    public PromiseOutlook promise(Here here, double minutes, int arrivesInDays, int due) {
        Limits.requireBetween("benchMinutes", minutes, 1, 10_000);
        Limits.requireBetween("arrivesInDays", arrivesInDays, 0, 365);
        Limits.requireBetween("dueInDays", due, 0, 365);
        BenchHours hours = store.hours(here);
        LocalDate today = shop.today(here);
        List<DayPlanStore.Open> open = store.open(here, clock.now());
        Work one = new Work(
                -1,
                minutes,
                SCATTER,
                arrivesInDays * (double) hours.dayMinutes,
                arrivesInDays > 0 ? LATE_DAYS * hours.dayMinutes : 0,
                OptionalDouble.of((due + 1.0) * hours.dayMinutes),
                minutes / 60 * shop.terms(here).terms().hourlyRate().doubleValue());
        Promise.Outlook outlook =
                Promise.of(works(here, open, hours, today), one, hours.hands, hours.dayMinutes, MOST_DAYS, RUNS);
        List<DayChance> days = new ArrayList<>();
        for (int d = 0; d < outlook.chances().size(); d++) {
            days.add(new DayChance(today.plusDays(d), outlook.chances().get(d)));
        }
        return new PromiseOutlook(
                days,
                outlook.others().stream()
                        .filter(h -> h.after() < h.before() - 0.02)
                        .map(h -> new Pushed(h.id(), of(open, h.id()).tray(), h.before(), h.after()))
                        .toList());
    }

    @Transactional
    public BenchHours saveHours(Here here, BenchHours hours) {
        store.save(here, hours);
        return store.hours(here);
    }
}
