package app.gewerk.server.reading;

import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.Span;
import app.gewerk.core.reading.AnswerShown;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.ReadingKind;
import app.gewerk.core.reading.ToothCount;
import app.gewerk.core.words.Refused;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.ExampleObject;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.BENCH)
class ReadingController {
    private final ReadingService readings;

    private final ProvenGears proven;

    ReadingController(ReadingService readings, ProvenGears proven) {
        this.proven = proven;
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
                throw Refused.at(field, "teeth.ways", "given", ways);
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
                    throw new Refused("teeth.rangeBoth");
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
            } catch (Refused impossible) {
                throw impossible.at(field);
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

        MateEntry entry() {
            ToothCount count = toothCount.toothCount("mate.toothCount");
            String typed = count instanceof ToothCount.Unknown
                    ? ""
                    : count.fewest() == count.most()
                            ? String.valueOf(count.fewest())
                            : count.fewest() + "-" + count.most();
            return new MateEntry(kind, typed, worn, readings);
        }
    }

    record Identify(
            @Nullable GearKind kind,
            @Nullable Count toothCount,
            List<ReadingEntry> readings,
            @Nullable Boolean worn,
            @Nullable Boolean swollen,
            @Nullable MateSpec mate) {}

    record SaveReadings(int version, GearEntry gear) {}

    /** @param shown the candidate as it stood on the screen; another one is then not taken in its place */
    record Take(
            int version,
            int choice,
            @Nullable AnswerShown shown,
            @Nullable String reason) {}

    /** @param parameter the number that belongs to it, if any */
    record KindView(
            ReadingKind what,
            Optional<ReadingKind.Parameter> parameter,
            Measured.Unit unit,
            ReadingKind.Jaws jaws,
            List<GearKind> gears,
            boolean ofMate) {}

    record UsualView(ReadingKind what, Optional<Double> parameter) {}

    /** @param usual what is read first, by kind of gear */
    record Kinds(List<KindView> kinds, Map<String, List<UsualView>> usual) {}

    /** Everything that can be read of a gear, in the order in which it is offered. */
    @GetMapping("/api/workings/reading/kinds")
    Kinds kinds() {
        Map<String, List<UsualView>> usual = new LinkedHashMap<>();
        for (GearKind gear : GearKind.values()) {
            usual.put(
                    Wire.word(gear),
                    ReadingKind.usual(gear).stream()
                            .map(u -> new UsualView(u.what(), Optional.ofNullable(u.parameter())))
                            .toList());
        }
        return new Kinds(
                Arrays.stream(ReadingKind.values())
                        .map(k -> new KindView(
                                k,
                                Optional.ofNullable(k.parameter()),
                                k.unit(),
                                k.jaws(),
                                List.copyOf(k.gears()),
                                k.ofMate()))
                        .toList(),
                usual);
    }

    /** Which gear is it? From readings alone, without a job. */
    @PostMapping("/api/workings/reading/identify")
    Identified identify(
            @RequestBody
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(examples = @ExampleObject(value = """
            {"kind":"external","toothCount":{"exactly":24},
             "readings":[{"what":"tipDiameter","values":[12.98],"unit":"mm","instrument":"caliper"},{"what":"span","parameter":4,"values":[5.36]},{"what":"centreDistance","values":[18.0],"parameter":48}],"worn":false}""")))
                    Identify request) {
        ToothCount count = request.toothCount() == null
                ? new ToothCount.Unknown()
                : request.toothCount().toothCount("toothCount");
        return new Asked(
                        request.kind() == null ? GearKind.EXTERNAL : request.kind(),
                        count,
                        request.readings(),
                        Boolean.TRUE.equals(request.worn()),
                        Boolean.TRUE.equals(request.swollen()),
                        request.mate() == null
                                ? new MateEntry(null, null, null, null)
                                : request.mate().entry())
                .identify(proven.beforehand());
    }

    /** Over how many teeth to lay the caliper, before anything but the tooth count is known. */
    record Spans(int first, int second) {}

    @GetMapping("/api/workings/reading/spans")
    Spans spans(@RequestParam String teeth) {
        ToothCount count = Entered.toothCount(teeth);
        int z = (count.fewest() + count.most()) / 2;
        int first = Span.bestToothNumber(CylindricalGear.spur(1, z, 0, BasicRack.ISO_53_A));
        return new Spans(first, first + 1);
    }

    @GetMapping("/api/reading/{jobId}")
    ReadingService.GearRead read(Here here, @PathVariable long jobId) {
        return readings.read(here, jobId);
    }

    @PutMapping("/api/reading/{jobId}")
    ReadingService.GearRead save(
            Here here,
            @PathVariable long jobId,
            @RequestBody SaveReadings save,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return readings.save(here, jobId, save.version(), save.gear(), Optional.ofNullable(key));
    }

    /** Takes one of the answers for the gear's. */
    @PostMapping("/api/reading/{jobId}/take")
    ReadingService.GearRead take(Here here, @PathVariable long jobId, @RequestBody Take take) {
        return readings.take(
                here,
                jobId,
                take.version(),
                take.choice(),
                Optional.ofNullable(take.shown()),
                take.reason() == null ? "" : take.reason());
    }
}
