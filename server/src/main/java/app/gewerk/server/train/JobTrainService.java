package app.gewerk.server.train;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.sourcing.GearNeed;
import app.gewerk.core.train.Drive;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.Wheel;
import app.gewerk.core.words.Refused;
import app.gewerk.server.job.JobService;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.shop.Here;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Gears that are read in jobs grow the train of their machine in the device book. */
@Service
public class JobTrainService {
    private final JobService jobs;
    private final ReadingService readings;

    JobTrainService(JobService jobs, ReadingService readings) {
        this.jobs = jobs;
        this.readings = readings;
    }

    /**
     * The same train with the gear that was read in a job as one of its wheels, and its mate's count where that was read; nothing is
     * kept until it is saved.
     *
     * @param wheel its code in the train
     */
    @Transactional(readOnly = true)
    public Machine withGear(Here here, long jobId, String wheel, Machine machine) {
        jobs.job(here, jobId);
        GearNeed need = readings.wanted(here, jobId).need();
        CylindricalGear gear = need.gear();
        Drive drive = machine.drive().orElse(Drive.UNKNOWN);
        Wheel now = drive.wheels().stream()
                .filter(w -> w.code().equals(wheel))
                .findFirst()
                .orElseThrow(() -> Refused.at("wheel", "drive.noSuchWheel", "wheel", wheel));
        Drive grown = drive.withWheel(now.read(
                gear.toothCount(),
                gear.transverseModule(),
                Optional.of(need.faceWidthMm()).filter(mm -> mm > 0),
                Optional.of(need.boreMm()).filter(mm -> mm > 0),
                jobId));
        ReadingService.RunsWith with = readings.runsWith(here, jobId, gear);
        List<Wheel> mates = drive.meshingsOf(wheel).stream()
                .map(m -> drive.other(m, wheel))
                .filter(w -> w.toothCount().isEmpty())
                .toList();
        return machine.withDrive(with.mate()
                .filter(any -> mates.size() == 1)
                .map(mate -> grown.withWheel(
                        mates.getFirst().withTeeth(mate.toothCount(), Optional.of(gear.transverseModule()))))
                .orElse(grown));
    }
}
