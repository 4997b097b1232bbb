package app.gewerk.server.making;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Point;
import app.gewerk.core.making.GearSvg;
import app.gewerk.core.reading.LengthEntry;
import app.gewerk.core.reading.Marks;
import app.gewerk.core.reading.Reading;
import app.gewerk.server.gear.GearSpec;
import app.gewerk.server.http.FieldProblem;
import app.gewerk.server.job.JobService;
import app.gewerk.server.reading.ReadingEntry;
import app.gewerk.server.reading.ReadingService;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
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
    private static final double ON_SCREEN_TOLERANCE_MM = 0.003;
    private static final double LARGEST_BORE_MM = 500;

    private final ReadingService readings;
    private final JobService jobs;

    MakingController(ReadingService readings, JobService jobs) {
        this.readings = readings;
        this.jobs = jobs;
    }

    record DrawingRequest(
            GearSpec gear,
            @Nullable String boreTyped,
            @Nullable List<ReadingEntry> readings) {}

    record MarkView(
            String words,
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

    /** @param path SVG path data in mm, axis at 0 0, y downwards */
    record Drawing(
            String path,
            double tipDiameterMm,
            double referenceDiameterMm,
            double rootDiameterMm,
            double baseDiameterMm,
            double boreMm,
            List<MarkView> marks) {}

    @PostMapping("/api/workings/making/drawing")
    Drawing drawing(@RequestBody DrawingRequest request) {
        CylindricalGear gear = request.gear().gear();
        double bore = typedBore(request.boreTyped());
        List<Reading> usable = new ArrayList<>();
        for (ReadingEntry entry : request.readings() == null ? List.<ReadingEntry>of() : request.readings()) {
            usable.add(entry.reading());
        }
        return new Drawing(
                GearSvg.pathData(gear, ON_SCREEN_TOLERANCE_MM),
                gear.tipDiameterMm(),
                gear.referenceDiameterMm(),
                gear.rootDiameterMm(),
                gear.baseDiameterMm(),
                bore < gear.rootDiameterMm() ? bore : 0,
                Marks.on(gear, usable).stream().map(MarkView::of).toList());
    }

    record FileRequest(
            GearSpec gear,
            @Nullable Double boreMm,
            @Nullable String title) {}

    @PostMapping(value = "/api/workings/making/gear.svg", produces = "image/svg+xml")
    ResponseEntity<byte[]> svg(@RequestBody FileRequest request) {
        return svg(request.gear().gear(), bore(request.boreMm()), title(request.title()), "gear");
    }

    @PostMapping(value = "/api/workings/making/gear.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> pdf(@RequestBody FileRequest request) {
        return pdf(request.gear().gear(), bore(request.boreMm()), title(request.title()), "gear");
    }

    @GetMapping(value = "/api/making/{jobId}/gear.svg", produces = "image/svg+xml")
    ResponseEntity<byte[]> jobSvg(@PathVariable long jobId) {
        ReadingService.Wanted wanted = readings.wanted(jobId);
        JobService.Job job = jobs.job(jobId);
        return svg(wanted.need().gear(), wanted.need().boreMm(), title(job, wanted), fileName(job));
    }

    @GetMapping(value = "/api/making/{jobId}/gear.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> jobPdf(@PathVariable long jobId) {
        ReadingService.Wanted wanted = readings.wanted(jobId);
        JobService.Job job = jobs.job(jobId);
        return pdf(wanted.need().gear(), wanted.need().boreMm(), title(job, wanted), fileName(job));
    }

    private static String title(JobService.Job job, ReadingService.Wanted wanted) {
        return "Tray " + job.trayNumber() + ": " + job.maker() + " " + job.model()
                + (wanted.name().isEmpty() ? "" : ", " + wanted.name());
    }

    private static String fileName(JobService.Job job) {
        return "tray-" + job.trayNumber() + "-gear";
    }

    private static double typedBore(@Nullable String typed) {
        try {
            return typed == null ? 0 : LengthEntry.parse(typed).meanMm();
        } catch (IllegalArgumentException unfinished) {
            return 0;
        }
    }

    private static double bore(@Nullable Double boreMm) {
        if (boreMm == null) {
            return 0;
        }
        if (!(boreMm >= 0 && boreMm <= LARGEST_BORE_MM)) {
            throw FieldProblem.of("boreMm", "A bore lies between 0 and 500 mm; " + boreMm + " given");
        }
        return boreMm;
    }

    private static String title(@Nullable String title) {
        return title == null || title.isBlank() ? "Gear" : title.strip();
    }

    private static ResponseEntity<byte[]> svg(CylindricalGear gear, double boreMm, String title, String name) {
        byte[] bytes = GearSvg.document(gear, boreMm, title).getBytes(StandardCharsets.UTF_8);
        return file(bytes, name + ".svg", MediaType.valueOf("image/svg+xml"));
    }

    private static ResponseEntity<byte[]> pdf(CylindricalGear gear, double boreMm, String title, String name) {
        String words = String.format(
                java.util.Locale.ROOT,
                "module %.4f, %d teeth, %s°, profile shift %+.3f",
                gear.normalModule(),
                gear.toothCount(),
                gear.rack().pressureAngleDeg(),
                gear.profileShiftCoefficient());
        return file(GearSheet.pdf(gear, boreMm, title, words), name + ".pdf", MediaType.APPLICATION_PDF);
    }

    private static ResponseEntity<byte[]> file(byte[] bytes, String name, MediaType type) {
        return ResponseEntity.ok()
                .contentType(type)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .body(bytes);
    }
}
