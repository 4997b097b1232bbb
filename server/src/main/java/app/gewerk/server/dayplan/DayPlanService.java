package app.gewerk.server.dayplan;

import app.gewerk.core.gear.Limits;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.shop.BenchWeek;
import app.gewerk.core.shop.Crew;
import app.gewerk.core.shop.DayPlan;
import app.gewerk.core.shop.Interruptions;
import app.gewerk.core.shop.Promise;
import app.gewerk.core.shop.Skill;
import app.gewerk.core.shop.Work;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.message.MessageService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
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

    /** Ways in which the part is made at the bench. */
    private static final Set<String> MADE = Set.of("print", "cast");

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
    private final InterruptionService interruptions;
    private final MessageService messages;
    private final ShopService shop;
    private final ShopClock clock;

    DayPlanService(
            DayPlanStore store,
            InterruptionService interruptions,
            MessageService messages,
            ShopService shop,
            ShopClock clock) {
        this.store = store;
        this.interruptions = interruptions;
        this.messages = messages;
        this.shop = shop;
        this.clock = clock;
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

    /** A job that nobody at the bench can do. */
    public record NobodyCan(long jobId, int tray, String machine, Set<Skill> needs) {}

    /**
     * What interruptions do to the plan.
     *
     * @param lateMinutes of bench time that would be late if there were none
     */
    public record Disturbance(InterruptionService.Cost cost, double lateMinutes) {}

    /**
     * @param country whose public holidays are kept
     * @param planned in the order in which it is taken up
     * @param notFetched ready for a week or more, the longest first
     * @param notReached owners to whom a message did not get through
     * @param lateMinutes of bench time over all promises, {@code leastLateMinutes} what no order could better
     */
    public record WorkPlan(
            BenchHours hours,
            Optional<String> country,
            List<PlannedWork> planned,
            List<WaitingWork> waiting,
            List<NobodyCan> nobodyCan,
            List<NotFetched> notFetched,
            List<MessageService.NotReached> notReached,
            double lateMinutes,
            double leastLateMinutes,
            Disturbance disturbance) {}

    /** The bench as it is now: what is open, by whom and when it is worked on. */
    private record BenchNow(
            BenchHours hours,
            Optional<String> country,
            BenchWeek.Ahead ahead,
            Crew crew,
            InterruptionService.Cost cost,
            List<DayPlanStore.Open> open,
            List<Work> works) {}

    private BenchNow bench(Here here) {
        BenchHours hours = store.hours(here);
        Optional<String> country = store.country(here);
        BenchWeek week = hours.week(country);
        ZoneId zone = shop.shop(here).zone();
        BenchWeek.Ahead ahead = week.from(local(clock.now(), zone));
        InterruptionService.Counted counted = interruptions.counted(
                here, week, hours.crew(Interruptions.NONE).hands().size());
        List<DayPlanStore.Open> open = store.open(here, clock.now());
        return new BenchNow(
                hours,
                week.country(),
                ahead,
                hours.crew(counted.usual()),
                counted.cost(),
                open,
                works(here, open, ahead, zone));
    }

    private static LocalDateTime local(OffsetDateTime moment, ZoneId zone) {
        return moment.atZoneSameInstant(zone).toLocalDateTime();
    }

    @Transactional(readOnly = true)
    public WorkPlan plan(Here here) {
        BenchNow bench = bench(here);
        DayPlan plan = DayPlan.of(bench.works, bench.crew);
        List<PlannedWork> planned = plan.slots().stream()
                .map(s -> planned(s, of(bench.open, s.id()), bench.ahead))
                .toList();
        List<WaitingWork> waiting = bench.open.stream()
                .filter(o -> o.place() == Place.WAITING_FOR_GEAR || o.place() == Place.WAITING_FOR_ANSWER)
                .map(o -> new WaitingWork(o.id(), o.tray(), o.machine(), o.place(), o.arrives()))
                .toList();
        double undisturbed = bench.cost.times() == 0
                ? plan.lateMinutes()
                : DayPlan.of(bench.works, bench.crew.undisturbed()).lateMinutes();
        return new WorkPlan(
                bench.hours,
                bench.country,
                planned,
                waiting,
                plan.nobodyCan().stream()
                        .map(id -> of(bench.open, id))
                        .map(o -> new NobodyCan(o.id(), o.tray(), o.machine(), needs(o)))
                        .toList(),
                store.notFetched(here, clock.now().minusDays(FETCHED_WITHIN)),
                messages.notReached(here),
                plan.lateMinutes(),
                plan.leastLateMinutes(),
                new Disturbance(bench.cost, undisturbed));
    }

    private static DayPlanStore.Open of(List<DayPlanStore.Open> open, long id) {
        return open.stream().filter(o -> o.id() == id).findFirst().orElseThrow();
    }

    private static PlannedWork planned(DayPlan.Slot slot, DayPlanStore.Open job, BenchWeek.Ahead ahead) {
        return new PlannedWork(
                job.id(),
                job.tray(),
                job.machine(),
                job.place(),
                slot.hand(),
                slot.from(),
                slot.to(),
                ahead.day(slot.from()),
                job.promised(),
                slot.lateMinutes(),
                slot.why());
    }

    /** What waits for an owner's word is nobody's work. */
    private List<Work> works(Here here, List<DayPlanStore.Open> open, BenchWeek.Ahead ahead, ZoneId zone) {
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
                    from(job, ahead, zone),
                    job.place() == Place.WAITING_FOR_GEAR
                            ? LATE_DAYS * ahead.week().dayMinutes()
                            : 0,
                    job.promised().map(d -> OptionalDouble.of(ahead.until(d))).orElse(OptionalDouble.empty()),
                    usual / 60 * rate,
                    needs(job)));
        }
        return works;
    }

    private static Set<Skill> needs(DayPlanStore.Open job) {
        boolean made =
                job.way().filter(MADE::contains).isPresent() && !job.done().contains(Step.GET);
        return Skill.needed(job.hazards(), made);
    }

    private static double left(List<Step> done) {
        return SHARES.entrySet().stream()
                .filter(s -> !done.contains(s.getKey()))
                .mapToDouble(Map.Entry::getValue)
                .sum();
    }

    private static double from(DayPlanStore.Open job, BenchWeek.Ahead ahead, ZoneId zone) {
        double parts = job.place() == Place.WAITING_FOR_GEAR
                ? ahead.at(job.arrives().orElse(ahead.now().toLocalDate().plusDays(UNKNOWN_DAYS)))
                : 0;
        return Math.max(parts, job.cures().map(c -> ahead.at(local(c, zone))).orElse(0.0));
    }

    /** Of a day on which somebody works. @param chance of having finished by its end */
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
        BenchNow bench = bench(here);
        LocalDate today = bench.ahead.now().toLocalDate();
        Work one = new Work(
                -1,
                minutes,
                SCATTER,
                bench.ahead.at(today.plusDays(arrivesInDays)),
                arrivesInDays > 0 ? LATE_DAYS * bench.hours.dayMinutes() : 0,
                OptionalDouble.of(bench.ahead.until(today.plusDays(due))),
                minutes / 60 * shop.terms(here).terms().hourlyRate().doubleValue());
        List<LocalDate> open = bench.ahead.week().openDays(today, MOST_DAYS);
        Promise.Outlook outlook = Promise.of(
                bench.works,
                one,
                bench.crew,
                open.stream().mapToDouble(bench.ahead::until).toArray(),
                RUNS);
        List<DayChance> days = new ArrayList<>();
        for (int d = 0; d < outlook.chances().size(); d++) {
            days.add(new DayChance(open.get(d), outlook.chances().get(d)));
        }
        return new PromiseOutlook(
                days,
                outlook.others().stream()
                        .filter(h -> h.after() < h.before() - 0.02)
                        .map(h -> new Pushed(h.id(), of(bench.open, h.id()).tray(), h.before(), h.after()))
                        .toList());
    }

    @Transactional
    public BenchHours saveHours(Here here, BenchHours hours) {
        if (!store.save(here, hours)) {
            throw new NotFound("missing.atBench");
        }
        return store.hours(here);
    }
}
