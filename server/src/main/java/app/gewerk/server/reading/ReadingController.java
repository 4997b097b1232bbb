package app.gewerk.server.reading;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Span;
import app.gewerk.core.reading.ToothCount;
import app.gewerk.server.http.FieldProblem;
import app.gewerk.server.shop.Here;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.ExampleObject;
import java.util.List;
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

    /** {@code {"exactly":24}}, {@code {"from":23,"to":25}} or {@code {"typed":"24"}}. */
    record Count(
            @Nullable Integer exactly,
            @Nullable Integer from,
            @Nullable Integer to,
            @Nullable String typed) {
        ToothCount toothCount() {
            if (typed != null) {
                return ReadingService.toothCount(typed);
            }
            try {
                if (exactly != null) {
                    return new ToothCount.Exactly(exactly);
                }
                if (from != null && to != null) {
                    return new ToothCount.Between(from, to);
                }
            } catch (IllegalArgumentException impossible) {
                throw FieldProblem.of("toothCount", String.valueOf(impossible.getMessage()));
            }
            return new ToothCount.Unknown();
        }
    }

    record Identify(
            @Nullable String kind,
            @Nullable Count toothCount,
            List<ReadingEntry> readings,
            @Nullable Boolean worn) {}

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
        if (request.kind() != null && !request.kind().equals("external")) {
            throw FieldProblem.of("kind", "Only external gears can be read so far; \"" + request.kind() + "\" given");
        }
        ToothCount count = request.toothCount() == null
                ? new ToothCount.Unknown()
                : request.toothCount().toothCount();
        return readings.identify(count, request.readings(), Boolean.TRUE.equals(request.worn()));
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
