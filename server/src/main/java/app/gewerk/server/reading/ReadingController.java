package app.gewerk.server.reading;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.Span;
import app.gewerk.core.reading.ToothCount;
import app.gewerk.server.http.FieldProblem;
import app.gewerk.server.shop.Here;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.ExampleObject;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class ReadingController {
    private final ReadingService readings;

    ReadingController(ReadingService readings) {
        this.readings = readings;
    }

    /** So many pitches lie in an angle. */
    record Arc(int pitches, double angleDeg) {}

    /** So many teeth still stand; the gap beside them takes an angle. */
    record Gap(int teethStanding, double gapDeg) {}

    /** The mate turns so often for one turn of this gear. */
    record Ratio(double mateTurns, int mateToothCount) {}

    /** One of: {@code exactly}, {@code from} and {@code to}, {@code typed}, {@code arc}, {@code gap}, {@code ratio}. */
    record Count(
            @Nullable Integer exactly,
            @Nullable Integer from,
            @Nullable Integer to,
            @Nullable String typed,
            @Nullable Arc arc,
            @Nullable Gap gap,
            @Nullable Ratio ratio) {

        ToothCount toothCount(String field) {
            long ways = Stream.of(exactly, from == null ? to : from, typed, arc, gap, ratio)
                    .filter(Objects::nonNull)
                    .count();
            if (ways > 1) {
                throw FieldProblem.of(
                        field,
                        "The tooth count is given in " + ways
                                + " ways that may contradict each other: give one of exactly, from and to, typed, arc, gap, ratio");
            }
            try {
                if (typed != null) {
                    return ToothCount.parse(typed);
                }
                if (exactly != null) {
                    return new ToothCount.Exactly(exactly);
                }
                if (from != null && to != null) {
                    return new ToothCount.Between(from, to);
                }
                if (from != null || to != null) {
                    throw new IllegalArgumentException("A range of tooth counts needs both from and to");
                }
                if (arc != null) {
                    return ToothCount.About.arc(arc.pitches, arc.angleDeg);
                }
                if (gap != null) {
                    return ToothCount.About.beside(gap.teethStanding, gap.gapDeg);
                }
                if (ratio != null) {
                    return ToothCount.About.ratio(ratio.mateTurns, ratio.mateToothCount);
                }
            } catch (IllegalArgumentException impossible) {
                throw FieldProblem.of(field, String.valueOf(impossible.getMessage()));
            }
            return new ToothCount.Unknown();
        }
    }

    /** The gear it runs with; its readings sharpen the answer. */
    record MateSpec(
            @Nullable GearKind kind,
            Count toothCount,
            @Nullable List<ReadingEntry> readings,
            @Nullable Boolean worn) {

        ReadingService.MateEntry entry() {
            ToothCount count = toothCount.toothCount("mate.toothCount");
            String typed = count instanceof ToothCount.Unknown
                    ? ""
                    : count.fewest() == count.most()
                            ? String.valueOf(count.fewest())
                            : count.fewest() + "-" + count.most();
            return new ReadingService.MateEntry(kind, typed, worn, readings);
        }
    }

    record Identify(
            @Nullable GearKind kind,
            @Nullable Count toothCount,
            List<ReadingEntry> readings,
            @Nullable Boolean worn,
            @Nullable MateSpec mate) {}

    record SaveReadings(int version, ReadingService.GearEntry gear) {}

    record Take(int version, int choice, @Nullable String reason) {}

    /** Which gear is it? From readings alone, without a job. */
    @PostMapping("/api/workings/reading/identify")
    Identified identify(
            @RequestBody
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(examples = @ExampleObject(value = """
            {"kind":"external","toothCount":{"exactly":24},
             "readings":[{"what":"tipDiameter","values":[12.98],"unit":"mm","instrument":"caliper"},{"what":"span","overTeeth":4,"values":[5.36]},{"what":"centreDistance","values":[18.0],"mateToothCount":48}],"worn":false}""")))
                    Identify request) {
        ToothCount count = request.toothCount() == null
                ? new ToothCount.Unknown()
                : request.toothCount().toothCount("toothCount");
        return readings.identify(new ReadingService.Asked(
                request.kind() == null ? GearKind.EXTERNAL : request.kind(),
                count,
                request.readings(),
                Boolean.TRUE.equals(request.worn()),
                request.mate() == null
                        ? new ReadingService.MateEntry(null, null, null, null)
                        : request.mate().entry()));
    }

    /** Over how many teeth to lay the caliper, before anything but the tooth count is known. */
    record Spans(int first, int second) {}

    @GetMapping("/api/workings/reading/spans")
    Spans spans(@RequestParam String teeth) {
        ToothCount count = ReadingService.toothCount(teeth);
        int z = (count.fewest() + count.most()) / 2;
        int first = Span.bestToothNumber(CylindricalGear.spur(1, z, 0, BasicRack.ISO_53_A));
        return new Spans(first, first + 1);
    }

    @GetMapping("/api/reading/{jobId}")
    ReadingService.GearRead read(@PathVariable long jobId) {
        return readings.read(jobId);
    }

    @PutMapping("/api/reading/{jobId}")
    ReadingService.GearRead save(Here here, @PathVariable long jobId, @RequestBody SaveReadings save) {
        return readings.save(here, jobId, save.version(), save.gear());
    }

    /** Takes one of the answers for the gear's. */
    @PostMapping("/api/reading/{jobId}/take")
    ReadingService.GearRead take(Here here, @PathVariable long jobId, @RequestBody Take take) {
        return readings.take(here, jobId, take.version(), take.choice(), take.reason() == null ? "" : take.reason());
    }
}
