package app.gewerk.server.book;

import app.gewerk.core.device.HowWell;
import app.gewerk.core.device.Share;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.diagnosis.DiagnosisService;
import app.gewerk.server.shop.Here;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How well Gewerk itself did: what it said of jobs that are put away, and how they were. */
@Service
public class DidService {
    private static final int MOST_MODELS = 30;

    private final BookStore store;
    private final DiagnosisService diagnosis;
    private final DeviceService devices;

    DidService(BookStore store, DiagnosisService diagnosis, DeviceService devices) {
        this.store = store;
        this.diagnosis = diagnosis;
        this.devices = devices;
    }

    /**
     * One job, to be seen as a point.
     *
     * @param place of its culprit in the list that was shown, from 1; left out where it was not in it
     * @param given for the culprit
     */
    public record JudgedJob(
            long jobId,
            int trayNumber,
            Optional<Integer> place,
            Optional<Double> given,
            Optional<Double> costRatio,
            Optional<Integer> daysLate) {}

    public record DidForModel(DeviceService.KnownMachine model, Share first, Share kept) {}

    /** @param models those with the most jobs first; empty where one is asked for */
    public record Did(HowWell all, List<DidForModel> models, List<JudgedJob> jobs) {}

    /** @param mine only jobs of which the person who asks has said the culprit: nobody sees another's */
    @Transactional(readOnly = true)
    public Did did(Here here, Optional<Long> modelId, boolean mine) {
        modelId.ifPresent(id -> devices.model(here, id));
        List<BookStore.Said> said = store.said(here, modelId, mine ? Optional.of(here.personId()) : Optional.empty());
        Map<Long, List<HowWell.Claimed>> claims =
                diagnosis.claims(here, said.stream().map(BookStore.Said::jobId).toList());
        Map<Long, List<BookStore.Said>> byModel = said.stream()
                .collect(Collectors.groupingBy(BookStore.Said::modelId, TreeMap::new, Collectors.toList()));
        List<DidForModel> models = modelId.isPresent()
                ? List.of()
                : devices.models(here, byModel.keySet()).stream()
                        .map(m -> {
                            HowWell well = HowWell.of(byModel.getOrDefault(m.id(), List.of()).stream()
                                    .map(s -> job(s, claims))
                                    .toList());
                            return new DidForModel(m, well.first(), well.kept());
                        })
                        .filter(m -> m.first().all() + m.kept().all() > 0)
                        .sorted(Comparator.comparingInt(m -> -m.first().all()))
                        .limit(MOST_MODELS)
                        .toList();
        return new Did(
                HowWell.of(said.stream().map(s -> job(s, claims)).toList()),
                models,
                said.stream().map(s -> judged(s, claims)).toList());
    }

    private static HowWell.Job job(BookStore.Said said, Map<Long, List<HowWell.Claimed>> claims) {
        return new HowWell.Job(
                claims.getOrDefault(said.jobId(), List.of()),
                said.culprits(),
                said.costRatio().map(OptionalDouble::of).orElseGet(OptionalDouble::empty),
                said.minutesRatio().map(OptionalDouble::of).orElseGet(OptionalDouble::empty),
                daysLate(said).map(OptionalInt::of).orElseGet(OptionalInt::empty));
    }

    private static Optional<Integer> daysLate(BookStore.Said said) {
        return said.promised().flatMap(p -> said.ready().map(r -> Math.toIntExact(ChronoUnit.DAYS.between(p, r))));
    }

    private static JudgedJob judged(BookStore.Said said, Map<Long, List<HowWell.Claimed>> claims) {
        List<HowWell.Claimed> claimed = claims.getOrDefault(said.jobId(), List.of());
        Optional<Integer> place = Optional.empty();
        for (int i = claimed.size() - 1; i >= 0; i--) {
            if (said.culprits().contains(claimed.get(i).fault())) {
                place = Optional.of(i + 1);
            }
        }
        return new JudgedJob(
                said.jobId(),
                said.trayNumber(),
                place,
                place.map(p -> claimed.get(p - 1).probability()),
                said.costRatio(),
                daysLate(said));
    }
}
