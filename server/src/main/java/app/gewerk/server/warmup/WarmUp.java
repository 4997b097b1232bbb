package app.gewerk.server.warmup;

import app.gewerk.server.diagnosis.DiagnosisService;
import app.gewerk.server.handback.HandbackService;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopScope;
import app.gewerk.server.shop.ShopService;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads some jobs as the first technician will, once the server answers and beside whoever is there already: knowledge,
 * fonts and words are loaded and what is computed most is compiled, which made the first answers after a start take
 * seconds. It only looks, and a shop without jobs has nothing to look at.
 */
@Component
class WarmUp {
    private static final Logger LOG = LoggerFactory.getLogger(WarmUp.class);
    private static final int JOBS = 3;
    private static final int ROUNDS = 8;

    private final ShopService shop;
    private final ShopScope scope;
    private final JobService jobs;
    private final DiagnosisService diagnosis;
    private final HandbackService handback;
    private final JsonMapper json;
    private final boolean wanted;

    WarmUp(
            ShopService shop,
            ShopScope scope,
            JobService jobs,
            DiagnosisService diagnosis,
            HandbackService handback,
            JsonMapper json,
            @Value("${gewerk.warm-up}") boolean wanted) {
        this.shop = shop;
        this.scope = scope;
        this.jobs = jobs;
        this.diagnosis = diagnosis;
        this.handback = handback;
        this.json = json;
        this.wanted = wanted;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        if (wanted) {
            Thread warming = new Thread(this::warmQuietly, "warm-up");
            warming.setDaemon(true);
            warming.setPriority(Thread.MIN_PRIORITY);
            warming.start();
        }
    }

    /** Nobody waits for it: a database that is away is told to whoever asks for something. */
    private void warmQuietly() {
        try {
            long began = System.nanoTime();
            int read = warm();
            LOG.debug("Warm after {} jobs, {} ms", read, (System.nanoTime() - began) / 1_000_000);
        } catch (RuntimeException failed) {
            LOG.info("The first answers will be slow: {}", failed.toString());
        }
    }

    /** How many jobs were read. */
    int warm() {
        ShopService.Shop here = shop.entrance();
        // Nobody: it only looks.
        return scope.in(here.id(), () -> read(new Here(here.id(), 0, "")));
    }

    private int read(Here here) {
        List<Long> some = jobs.rack(here).stream()
                .flatMap(shelf -> shelf.trays().stream())
                .map(JobService.Tray::id)
                .limit(JOBS)
                .toList();
        for (int round = 0; round < ROUNDS; round++) {
            for (long job : some) {
                json.writeValueAsBytes(diagnosis.heard(here, job));
                json.writeValueAsBytes(handback.whole(here, job));
                handback.pdf(here, job);
            }
        }
        return some.size();
    }
}
