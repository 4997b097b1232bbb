package app.gewerk.server.dayplan;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.shop.BenchWeek;
import app.gewerk.core.shop.Interruptions;
import app.gewerk.core.words.Refused;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What breaks work at the bench off, counted as it happens. */
@Service
public class InterruptionService {
    /** As long as what was counted is taken for what is usual. */
    private static final int DAYS = 28;
    /** Longer than this nobody is told by the clock alone. */
    private static final Duration FORGOTTEN = Duration.ofHours(2);

    private final InterruptionStore store;
    private final JobService jobs;
    private final ShopService shop;
    private final ShopClock clock;

    InterruptionService(InterruptionStore store, JobService jobs, ShopService shop, ShopClock clock) {
        this.store = store;
        this.jobs = jobs;
        this.shop = shop;
        this.clock = clock;
    }

    /** What breaks work off. */
    public enum Kind {
        COUNTER,
        TELEPHONE,
        QUESTION,
        DELIVERY,
        OTHER;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** @param jobId what lay on the bench */
    public record GoingOn(Kind kind, OffsetDateTime since, Optional<Long> jobId) {}

    public record MyInterruption(Optional<GoingOn> goingOn) {}

    @Transactional(readOnly = true)
    public MyInterruption mine(Here here) {
        return new MyInterruption(store.goingOn(here));
    }

    /** Begins one, or says of the one going on what it is. */
    @Transactional
    public MyInterruption begin(Here here, Kind kind, Optional<Long> jobId) {
        jobId.ifPresent(id -> jobs.job(here, id));
        store.begin(here, kind, jobId, clock.now());
        return mine(here);
    }

    /** @param minutes it took, where the clock does not know */
    @Transactional
    public MyInterruption over(Here here, OptionalDouble minutes) {
        GoingOn goingOn = store.goingOn(here).orElseThrow(() -> new Refused("interruption.none"));
        minutes.ifPresent(m -> Limits.requireBetween("interruptedMinutes", m, 0, 1440));
        Duration by = Duration.between(goingOn.since, clock.now());
        if (minutes.isEmpty() && by.compareTo(FORGOTTEN) > 0) {
            throw Refused.at("minutes", "interruption.howLong");
        }
        store.over(here, minutes.orElse(by.toSeconds() / 60.0));
        return mine(here);
    }

    /** Interruptions of one kind. */
    public record Broken(Kind kind, int times, double minutes) {}

    /**
     * What the interruptions of the last four weeks came to.
     *
     * @param minutes they took, {@code backAtIt} what getting back to work took besides
     * @param money of both, at the hourly rate
     */
    public record Cost(
            int times, double minutes, double backAtIt, BigDecimal money, String currency, List<Broken> byKind) {}

    /** What was counted lately, and what it says of the time to come. */
    record Counted(Cost cost, Interruptions usual) {}

    Counted counted(Here here, BenchWeek week, int hands) {
        ZoneId zone = shop.shop(here).zone();
        LocalDate today = clock.today(zone);
        List<InterruptionStore.Ended> ended =
                store.ended(here, today.minusDays(DAYS - 1L).atStartOfDay(zone).toOffsetDateTime());
        LocalDate first = store.first(here)
                .map(f -> f.atZoneSameInstant(zone).toLocalDate())
                .filter(f -> f.isAfter(today.minusDays(DAYS - 1L)))
                .orElse(today.minusDays(DAYS - 1L));
        double watched = week.openBetween(first, today.plusDays(1)) * (double) week.dayMinutes() * hands;
        double minutes =
                ended.stream().mapToDouble(InterruptionStore.Ended::minutes).sum();
        double back = ended.size() * Interruptions.BACK_AT_IT;
        BigDecimal money = shop.terms(here)
                .terms()
                .hourlyRate()
                .multiply(BigDecimal.valueOf((minutes + back) / 60))
                .setScale(2, RoundingMode.HALF_EVEN);
        List<Broken> byKind = Arrays.stream(Kind.values())
                .map(kind -> {
                    List<InterruptionStore.Ended> of =
                            ended.stream().filter(e -> e.kind() == kind).toList();
                    return new Broken(
                            kind,
                            of.size(),
                            of.stream()
                                    .mapToDouble(InterruptionStore.Ended::minutes)
                                    .sum());
                })
                .filter(b -> b.times > 0)
                .toList();
        return new Counted(
                new Cost(ended.size(), minutes, back, money, shop.shop(here).currency(), byKind),
                Interruptions.counted(
                        ended.stream().map(InterruptionStore.Ended::minutes).toList(), watched));
    }
}
