package app.gewerk.server.making;

import app.gewerk.core.AtMost;
import app.gewerk.core.gear.ContactLine;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.Point;
import app.gewerk.core.making.Blank;
import app.gewerk.core.making.Bore;
import app.gewerk.core.making.GearSvg;
import app.gewerk.core.making.OutlineDifference;
import app.gewerk.core.reading.LengthEntry;
import app.gewerk.core.reading.Marks;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.choice.WeighingService;
import app.gewerk.server.gear.GearSpec;
import app.gewerk.server.http.Words;
import app.gewerk.server.job.JobService;
import app.gewerk.server.reading.ReadingEntry;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.shop.Here;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Drawings of a gear: for the mat, as SVG in true millimetres, as a PDF page at true size. */
@RestController
class MakingController {
    private static final int TITLE = 200;
    private static final double ON_SCREEN_TOLERANCE_MM = 0.003;
    /** Coarser while turning, where the eye follows and the browser draws sixty times a second. */
    private static final double TURNING_TOLERANCE_MM = 0.005;

    private static final double LARGEST_BORE_MM = 500;

    private final ReadingService readings;
    private final JobService jobs;
    private final WeighingService weighing;

    MakingController(ReadingService readings, JobService jobs, WeighingService weighing) {
        this.readings = readings;
        this.jobs = jobs;
        this.weighing = weighing;
    }

    record DrawingRequest(
            GearSpec gear,
            @Nullable String boreTyped,
            @Nullable BlankSpec blank,
            @Nullable List<ReadingEntry> readings) {}

    record MarkView(
            Say words,
            double readingMm,
            double fromX,
            double fromY,
            double toX,
            double toY,
            double outwardX,
            double outwardY) {

        /** Drawings have y downwards. */
        static MarkView of(Marks.Mark mark) {
            Point from = mark.from();
            Point to = mark.to();
            return new MarkView(
                    mark.what().words(),
                    mark.readingMm(),
                    from.x(),
                    -from.y(),
                    to.x(),
                    -to.y(),
                    mark.outward().x(),
                    -mark.outward().y());
        }
    }

    record LoopView(String what, String path) {}

    /**
     * @param path SVG path data in mm, axis at 0 0, y downwards; of a ring the body with its hole (fill rule even-odd)
     * @param extentMm across everything drawn
     * @param holes bore, hub, holes in the web
     */
    record Drawing(
            String path,
            double extentMm,
            double tipDiameterMm,
            double referenceDiameterMm,
            double rootDiameterMm,
            double baseDiameterMm,
            double boreMm,
            List<LoopView> holes,
            List<MarkView> marks) {}

    @PostMapping("/api/workings/making/drawing")
    Drawing drawing(@RequestBody DrawingRequest request) {
        CylindricalGear gear = request.gear().gear();
        double typed = typedBore(request.boreTyped());
        double bore = typed < gear.rootDiameterMm() && !gear.internal() ? typed : 0;
        Blank blank = request.blank() == null
                ? Blank.withRoundBore(bore)
                : request.blank().blank(gear.toothCount());
        List<Reading> usable = new ArrayList<>();
        for (ReadingEntry entry : request.readings() == null ? List.<ReadingEntry>of() : request.readings()) {
            usable.add(entry.reading());
        }
        List<Blank.Loop> loops = blank.loops(gear, ON_SCREEN_TOLERANCE_MM);
        double extent = gear.internal() ? ringBodyMm(gear) : gear.tipDiameterMm();
        return new Drawing(
                body(gear, loops.getFirst().points()),
                extent,
                gear.tipDiameterMm(),
                gear.referenceDiameterMm(),
                gear.rootDiameterMm(),
                gear.baseDiameterMm(),
                bore,
                loops.stream()
                        .skip(1)
                        .map(l -> new LoopView(l.what(), GearSvg.pathData(l.points())))
                        .toList(),
                Marks.on(gear, usable).stream().map(MarkView::of).toList());
    }

    /** A ring is drawn with as much of its body as it needs to be seen. */
    private static double ringBodyMm(CylindricalGear ring) {
        return ring.rootDiameterMm() + 4 * ring.normalModule();
    }

    private static String body(CylindricalGear gear, List<Point> teeth) {
        String path = GearSvg.pathData(teeth);
        return gear.internal()
                ? GearSvg.pathData(new Bore.Round(ringBodyMm(gear)).outline(ON_SCREEN_TOLERANCE_MM)) + path
                : path;
    }

    record PairToDraw(
            GearSpec first, GearSpec second, @Nullable Double centreDistanceMm) {}

    /**
     * Two gears in mesh to be turned on the mat; y downwards, the first one's axis at 0 0. Contacts as
     * {@link ContactLine} explains them.
     *
     * @param freeAngleDeg how far the second can be turned with the first held
     * @param overlaps whether the drawings may run into each other anywhere
     */
    record PairDrawing(
            String firstPath,
            String secondPath,
            double firstExtentMm,
            double secondExtentMm,
            double centreX,
            double centreY,
            double secondTurnDeg,
            double turnsPerTurn,
            double freeAngleDeg,
            boolean overlaps,
            double firstWorkingDiameterMm,
            double secondWorkingDiameterMm,
            double tangentX,
            double tangentY,
            double directionX,
            double directionY,
            double contactFromMm,
            double contactToMm,
            double contactOffsetMm,
            double basePitchMm,
            double baseRadiusMm) {}

    @PostMapping("/api/workings/making/pair")
    PairDrawing pair(@RequestBody PairToDraw request) {
        CylindricalGear first = request.first().gear();
        CylindricalGear second = request.second().gear();
        GearPair pair = request.centreDistanceMm() == null
                ? GearPair.withoutBacklash(first, second)
                : GearPair.at(first, second, request.centreDistanceMm());
        ContactLine line = ContactLine.of(pair);
        return new PairDrawing(
                body(first, Outline.of(first, TURNING_TOLERANCE_MM)),
                body(second, Outline.of(second, TURNING_TOLERANCE_MM)),
                first.tipDiameterMm(),
                second.internal() ? ringBodyMm(second) : second.tipDiameterMm(),
                line.wheelAxis().x(),
                -line.wheelAxis().y(),
                -line.wheelTurnDeg(),
                line.wheelTurnsPerTurn(),
                Math.max(0, pair.wheelFreeAngleDeg()),
                !pair.interferences().isEmpty(),
                pair.pinionWorkingDiameterMm(),
                pair.wheelWorkingDiameterMm(),
                line.tangent().x(),
                -line.tangent().y(),
                line.direction().x(),
                -line.direction().y(),
                line.fromMm(),
                line.toMm(),
                line.offsetMm(),
                line.basePitchMm(),
                line.baseRadiusMm());
    }

    record TwoGears(GearSpec first, GearSpec second) {}

    /** Where two gears laid over each other differ (mm); y downwards. */
    record DrawnDifference(double tipMm, double rootMm, double flankMm, double flankX, double flankY, int teethApart) {}

    @PostMapping("/api/workings/making/difference")
    DrawnDifference difference(@RequestBody TwoGears request) {
        OutlineDifference found =
                OutlineDifference.of(request.first().gear(), request.second().gear());
        return new DrawnDifference(
                found.tipMm(),
                found.rootMm(),
                found.flankMm(),
                found.flankAt().x(),
                -found.flankAt().y(),
                found.teethApart());
    }

    record FileRequest(
            GearSpec gear,
            @Nullable Double boreMm,
            @Nullable BlankSpec blank,
            @AtMost(TITLE) @Nullable String title) {}

    private static Blank blank(FileRequest request, CylindricalGear gear) {
        return request.blank() == null
                ? Blank.withRoundBore(bore(request.boreMm()))
                : request.blank().blank(gear.toothCount());
    }

    @PostMapping(value = "/api/workings/making/gear.svg", produces = "image/svg+xml")
    ResponseEntity<byte[]> svg(@RequestBody FileRequest request) {
        CylindricalGear gear = request.gear().gear();
        return svg(gear, blank(request, gear), title(request.title()), "gear");
    }

    @PostMapping(value = "/api/workings/making/gear.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> pdf(@RequestBody FileRequest request) {
        CylindricalGear gear = request.gear().gear();
        return pdf(gear, blank(request, gear), title(request.title()), "gear");
    }

    record SheetGear(GearSpec gear, @AtMost(TITLE) String name) {}

    record SheetRequest(
            @AtMost(9) List<SheetGear> gears,
            @AtMost(TITLE) @Nullable String title) {}

    /** Several gears at true size on one page, to hold the real one against. */
    @PostMapping(value = "/api/workings/making/candidates.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> candidates(@RequestBody SheetRequest request) {
        List<GearSheet.Named> gears = request.gears().stream()
                .map(g -> new GearSheet.Named(g.gear().gear(), g.name()))
                .toList();
        return Files.attached(
                GearSheet.candidates(gears, title(request.title())), "candidates.pdf", MediaType.APPLICATION_PDF_VALUE);
    }

    @GetMapping(value = "/api/making/{jobId}/gear.svg", produces = "image/svg+xml")
    ResponseEntity<byte[]> jobSvg(Here here, @PathVariable long jobId) {
        ReadingService.Wanted wanted = readings.wanted(here, jobId);
        JobService.Job job = jobs.job(here, jobId);
        return svg(
                wanted.need().gear(), Blank.withRoundBore(wanted.need().boreMm()), title(job, wanted), fileName(job));
    }

    @GetMapping(value = "/api/making/{jobId}/gear.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> jobPdf(Here here, @PathVariable long jobId) {
        ReadingService.Wanted wanted = readings.wanted(here, jobId);
        JobService.Job job = jobs.job(here, jobId);
        return pdf(
                wanted.need().gear(), Blank.withRoundBore(wanted.need().boreMm()), title(job, wanted), fileName(job));
    }

    /**
     * A job's gear to begin with where it is made.
     *
     * @param place where it runs, as far as that was read or its train has it
     * @param name of the files
     */
    record JobSolid(
            GearSpec gear,
            Optional<RunsAt> place,
            Optional<Double> faceWidthMm,
            Optional<Double> boreMm,
            int trayNumber,
            String title,
            String name) {}

    record RunsAt(GearSpec mate, double centreDistanceMm) {}

    @GetMapping("/api/making/{jobId}/solid")
    JobSolid jobSolid(Here here, @PathVariable long jobId) {
        ReadingService.Wanted wanted = readings.wanted(here, jobId);
        JobService.Job job = jobs.job(here, jobId);
        return new JobSolid(
                GearSpec.of(wanted.need().gear()),
                weighing.place(here, jobId, wanted.need().gear())
                        .map(place -> new RunsAt(GearSpec.of(place.mate()), place.centreDistanceMm())),
                Optional.of(wanted.need().faceWidthMm()).filter(mm -> mm > 0),
                Optional.of(wanted.need().boreMm()).filter(mm -> mm > 0),
                job.trayNumber(),
                title(job, wanted),
                fileName(job));
    }

    private static String title(JobService.Job job, ReadingService.Wanted wanted) {
        Say of = job.title();
        return Words.of(wanted.name().isEmpty() ? of : Say.of("paper.gearOfJob", "job", of, "gear", wanted.name()));
    }

    private static String fileName(JobService.Job job) {
        return "tray-" + job.trayNumber() + "-gear";
    }

    private static double typedBore(@Nullable String typed) {
        try {
            return typed == null ? 0 : LengthEntry.parse(typed).meanMm();
        } catch (Refused unfinished) {
            return 0;
        }
    }

    private static double bore(@Nullable Double boreMm) {
        if (boreMm == null) {
            return 0;
        }
        if (!(boreMm >= 0 && boreMm <= LARGEST_BORE_MM)) {
            throw Refused.at("boreMm", "bore.range", "given", boreMm);
        }
        return boreMm;
    }

    private static String title(@Nullable String title) {
        return title == null || title.isBlank() ? Words.of(Say.of("sheet.title")) : title.strip();
    }

    private static ResponseEntity<byte[]> svg(CylindricalGear gear, Blank blank, String title, String name) {
        byte[] bytes = GearSvg.document(gear, blank, title).getBytes(StandardCharsets.UTF_8);
        return Files.attached(bytes, name + ".svg", "image/svg+xml");
    }

    private static ResponseEntity<byte[]> pdf(CylindricalGear gear, Blank blank, String title, String name) {
        Say size = Say.of(
                gear.internal() ? "sheet.ring" : "sheet.gear",
                "module",
                gear.normalModule(),
                "teeth",
                gear.toothCount(),
                "angle",
                gear.rack().pressureAngleDeg(),
                "shift",
                gear.profileShiftCoefficient());
        Say words =
                gear.helixAngleDeg() == 0 ? size : Say.of("sheet.helical", "gear", size, "angle", gear.helixAngleDeg());
        return Files.attached(GearSheet.pdf(gear, blank, title, words), name + ".pdf", MediaType.APPLICATION_PDF_VALUE);
    }
}
