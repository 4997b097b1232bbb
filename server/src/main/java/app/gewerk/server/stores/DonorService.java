package app.gewerk.server.stores;

import app.gewerk.core.job.Step;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.Wheel;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.device.DeviceService.KnownMachine;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import java.time.Year;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Scrapped machines on the shelf, and what is still on them. */
@Service
public class DonorService {
    private static final int OLDEST = 1900;

    private final DonorStore store;
    private final DeviceService devices;
    private final JobService jobs;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;

    DonorService(DonorStore store, DeviceService devices, JobService jobs, SavedOnceStore savedOnce, ShopClock clock) {
        this.store = store;
        this.devices = devices;
        this.jobs = jobs;
        this.savedOnce = savedOnce;
        this.clock = clock;
    }

    /** @param made year in which the machine was built, where it is known */
    public record DonorAt(Optional<Integer> made, String place, String remark) {}

    /** A part that is no longer on it, or no good. */
    public record Gone(String part, boolean broken, Optional<Long> jobId, Optional<Integer> tray) {}

    /**
     * A part of a donor.
     *
     * @param wheels its teeth, as the device book has them
     * @param gone where it is no longer there
     */
    public record DonorPart(String code, Say words, List<Wheel> wheels, Optional<Gone> gone) {}

    /** A scrapped machine kept for its parts. @param gone thrown away */
    public record Donor(long id, KnownMachine machine, DonorAt at, boolean gone, List<DonorPart> parts, int version) {
        /** Its age when it stood still for good is not known; since it was built. */
        public Optional<Integer> ageYears(Year now) {
            return at.made().map(made -> Math.max(0, now.getValue() - made));
        }
    }

    @Transactional(readOnly = true)
    public List<Donor> onTheShelf(Here here) {
        return store.onTheShelf(here).stream().map(kept -> donor(here, kept)).toList();
    }

    private Donor donor(Here here, DonorStore.Kept kept) {
        Machine machine = devices.train(here, kept.modelId()).machine();
        List<DonorPart> parts = machine.components().stream()
                .map(part -> new DonorPart(
                        part.code(),
                        part.words(),
                        wheels(machine, part),
                        kept.parts().stream()
                                .filter(g -> g.part().equals(part.code()))
                                .findFirst()))
                .toList();
        return new Donor(kept.id(), devices.model(here, kept.modelId()), kept.at(), kept.gone(), parts, kept.version());
    }

    private static List<Wheel> wheels(Machine machine, Component part) {
        return machine.drive().stream()
                .flatMap(d -> d.wheels().stream())
                .filter(w -> w.part().equals(part.code()))
                .toList();
    }

    @Transactional(readOnly = true)
    public Donor donor(Here here, long donorId) {
        return donor(
                here, store.donor(here, donorId).orElseThrow(() -> new NotFound("missing.donor", "number", donorId)));
    }

    @Transactional
    public Donor add(Here here, String kind, String maker, String name, DonorAt at, Optional<String> key) {
        require(at);
        if (maker.isBlank() && name.isBlank()) {
            throw Refused.at("name", "donor.machine");
        }
        long id = savedOnce.once(
                here,
                key,
                "donor",
                clock.now(),
                () -> store.insert(here, devices.known(here, kind, maker.strip(), name.strip()), at));
        return donor(here, id);
    }

    private void require(DonorAt at) {
        int thisYear = clock.now().getYear();
        if (at.made().filter(year -> year < OLDEST || year > thisYear).isPresent()) {
            throw Refused.at("made", "donor.made", "first", OLDEST, "last", thisYear);
        }
    }

    @Transactional
    public Donor change(Here here, long donorId, int version, DonorAt at, boolean gone) {
        require(at);
        donor(here, donorId);
        if (!store.change(here, donorId, version, at, gone)) {
            throw new Stale(donor(here, donorId));
        }
        return donor(here, donorId);
    }

    /** Takes a part for a job, or marks it as no good; what is gone cannot be taken again. */
    @Transactional
    public Donor take(
            Here here, long donorId, String part, boolean broken, Optional<Long> jobId, Optional<String> key) {
        jobId.ifPresent(job -> jobs.hold(here, job));
        Donor donor = donor(here, donorId);
        DonorPart of = part(donor, part);
        savedOnce.once(here, key, "donor/" + donorId, clock.now(), () -> {
            if (!store.take(here, donorId, part, broken, jobId, clock.now())) {
                throw new Refused("donor.alreadyGone", "part", of.words());
            }
            jobId.ifPresent(job -> jobs.write(
                    here,
                    job,
                    Step.GET,
                    Say.of(
                            "journal.fromDonor",
                            "part",
                            of.words(),
                            "machine",
                            donor.machine().maker() + " " + donor.machine().name(),
                            "place",
                            donor.at().place())));
            return donorId;
        });
        return donor(here, donorId);
    }

    /** It is on the donor again, or good after all. */
    @Transactional
    public Donor putBack(Here here, long donorId, String part) {
        DonorPart of = part(donor(here, donorId), part);
        Optional<Long> job = of.gone().flatMap(Gone::jobId);
        job.ifPresent(id -> jobs.hold(here, id));
        store.putBack(here, donorId, part);
        job.ifPresent(id -> jobs.write(here, id, Step.GET, Say.of("journal.backToDonor", "part", of.words())));
        return donor(here, donorId);
    }

    private static DonorPart part(Donor donor, String part) {
        return donor.parts().stream()
                .filter(p -> p.code().equals(part))
                .findFirst()
                .orElseThrow(() -> new NotFound("missing.donorPart", "part", part));
    }
}
