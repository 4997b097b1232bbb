package app.gewerk.server.intake;

import app.gewerk.core.caution.Cautions;
import app.gewerk.core.job.Step;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.http.FieldProblem;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.job.JobService.NewJob;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Taking a machine in: what it is, whose it is, what the owner says; and the cautions that go with it. */
@Service
public class IntakeService {
    private static final int LONGEST_LINE = 200;
    private static final int LONGEST_COMPLAINT = 200_000;

    private final IntakeStore store;
    private final JobService jobs;
    private final DeviceService devices;
    private final ShopService shop;
    private final ShopClock clock;
    private final Cautions cautions = Cautions.fromKnowledge();

    IntakeService(IntakeStore store, JobService jobs, DeviceService devices, ShopService shop, ShopClock clock) {
        this.store = store;
        this.jobs = jobs;
        this.devices = devices;
        this.shop = shop;
        this.clock = clock;
    }

    /**
     * What is written down at the counter. Only maker, model and the owner's words are needed.
     *
     * @param newPrice what a new one costs, as typed: {@code 129,90}
     * @param hazards left out: those usual for the kind
     */
    public record Intake(
            String kind,
            String maker,
            String model,
            @Nullable String serial,
            @Nullable String era,
            @Nullable String ownerName,
            @Nullable String ownerPhone,
            String complaint,
            @Nullable String cameWith,
            @Nullable String newPrice,
            @Nullable LocalDate promisedOn,
            @Nullable Set<String> hazards) {}

    /** A caution of this job, ticked or not. */
    public record JobCaution(
            String hazard,
            String words,
            String text,
            boolean referOn,
            Optional<String> tickedBy,
            Optional<OffsetDateTime> tickedAt) {}

    public Cautions knowledge() {
        return cautions;
    }

    @Transactional
    public Job takeIn(Here here, Intake intake, Optional<String> key) {
        Job job = jobs.takeIn(here, checked(intake), key);
        store.setHazards(here.shopId(), job.id(), hazards(intake));
        return job;
    }

    @Transactional
    public Job correct(Here here, long jobId, int version, Intake intake) {
        Job job = jobs.correct(here, jobId, version, checked(intake));
        store.setHazards(here.shopId(), jobId, hazards(intake));
        return job;
    }

    private Set<String> hazards(Intake intake) {
        Set<String> chosen = intake.hazards() == null
                ? new LinkedHashSet<>(cautions.kind(intake.kind()).hazards())
                : intake.hazards();
        cautions.of(chosen);
        return chosen;
    }

    private NewJob checked(Intake intake) {
        List<FieldProblem.Field> wrong = new ArrayList<>();
        Map<String, @Nullable String> lines = new LinkedHashMap<>();
        lines.put("maker", intake.maker());
        lines.put("model", intake.model());
        lines.put("serial", intake.serial());
        lines.put("era", intake.era());
        lines.put("ownerName", intake.ownerName());
        lines.put("ownerPhone", intake.ownerPhone());
        lines.put("cameWith", intake.cameWith());
        lines.forEach((field, value) -> {
            if (value != null && value.length() > LONGEST_LINE) {
                wrong.add(new FieldProblem.Field(field, "At most " + LONGEST_LINE + " letters fit here"));
            }
        });
        if (tidy(intake.maker()).isEmpty()) {
            wrong.add(new FieldProblem.Field("maker", "Type who made it, or \"unknown\""));
        }
        if (tidy(intake.model()).isEmpty()) {
            wrong.add(new FieldProblem.Field("model", "Type the model from the rating plate, or what it is"));
        }
        if (tidy(intake.complaint()).isEmpty()) {
            wrong.add(new FieldProblem.Field("complaint", "Write down what the owner says, in the owner's words"));
        } else if (intake.complaint().length() > LONGEST_COMPLAINT) {
            wrong.add(new FieldProblem.Field("complaint", "That is too long to keep: 200,000 letters at most"));
        }
        if (cautions.kinds().stream().noneMatch(k -> k.code().equals(intake.kind()))) {
            wrong.add(new FieldProblem.Field("kind", "Pick what kind of machine it is"));
        }
        Optional<BigDecimal> price = price(tidy(intake.newPrice()), wrong);
        if (!wrong.isEmpty()) {
            throw new FieldProblem(wrong);
        }
        String maker = tidy(intake.maker());
        String model = tidy(intake.model());
        return new NewJob(
                devices.known(intake.kind(), maker, model),
                maker + " " + model + ", " + cautions.kind(intake.kind()).words(),
                tidy(intake.serial()),
                tidy(intake.era()),
                tidy(intake.ownerName()),
                tidy(intake.ownerPhone()),
                intake.complaint(),
                tidy(intake.cameWith()),
                price,
                Optional.ofNullable(intake.promisedOn()));
    }

    private Optional<BigDecimal> price(String typed, List<FieldProblem.Field> wrong) {
        if (typed.isEmpty()) {
            return Optional.empty();
        }
        if (!typed.matches("\\d{1,7}([.,]\\d{1,2})?")) {
            wrong.add(new FieldProblem.Field(
                    "newPrice", "Type the price as a number in " + shop.shop().currency() + ", for example 129.90"));
            return Optional.empty();
        }
        return Optional.of(new BigDecimal(typed.replace(',', '.')).setScale(2, RoundingMode.UNNECESSARY));
    }

    private static String tidy(@Nullable String text) {
        return text == null ? "" : text.strip();
    }

    @Transactional(readOnly = true)
    public List<JobCaution> cautions(long jobId) {
        jobs.job(jobId);
        Map<String, IntakeStore.Tick> ticks = new LinkedHashMap<>();
        store.ticks(jobId).forEach(t -> ticks.put(t.hazard(), t));
        return cautions.of(ticks.keySet()).stream()
                .map(c -> new JobCaution(
                        c.hazard(),
                        c.words(),
                        c.text(),
                        c.referOn(),
                        ticks.get(c.hazard()).by(),
                        ticks.get(c.hazard()).at()))
                .toList();
    }

    /** Ticks a caution once; a second tick changes nothing. */
    @Transactional
    public List<JobCaution> tick(Here here, long jobId, String hazard) {
        JobCaution caution = cautions(jobId).stream()
                .filter(c -> c.hazard().equals(hazard))
                .findFirst()
                .orElseThrow(() -> new NotFound("This job has no caution called " + hazard));
        if (store.tick(jobId, hazard, here.personId(), clock.now())) {
            jobs.write(
                    here,
                    jobId,
                    Step.TAKE_IN,
                    "Caution read: " + caution.words(),
                    "",
                    Optional.empty(),
                    Optional.of(caution.text()));
        }
        return cautions(jobId);
    }
}
