package app.gewerk.server.standin;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.ReadingKind;
import java.util.Locale;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/**
 * A caliper with a data cable that lies on no bench: it measures made-up gears, with a caliper's noise and rounding, and
 * sends what such a cable sends, digits to be typed and Enter after them.
 */
@RestController
@RequestMapping("/api/standin/caliper")
class CaliperController {
    private static final double NOISE_MM = 0.02;
    private static final double STEP_MM = 0.01;

    private final Random noise = new Random();

    /** A made-up gear under the caliper, always the same for its number. */
    private record Specimen(CylindricalGear gear, double tipLossMm) {
        private static final double[] MODULES = {0.3, 0.4, 0.5, 0.5, 0.6, 0.8, 0.8, 1, 1, 1.25, 25.4 / 48, 25.4 / 32};

        static Specimen of(long number) {
            Random random = new Random(31 * number + 7);
            random.nextInt();
            double module = MODULES[random.nextInt(MODULES.length)];
            int z = 12 + random.nextInt(40);
            double shift = z < 17 ? 0.3 : 0;
            double loss = random.nextInt(3) == 0 ? 0.1 * module * random.nextDouble() : 0;
            return new Specimen(CylindricalGear.spur(module, z, shift, BasicRack.ISO_53_A), loss);
        }
    }

    record SpecimenView(long number, int toothCount, boolean looksWorn) {}

    /** @param keys what the cable types, without the Enter that follows */
    record Sent(String keys) {}

    @GetMapping("/specimen")
    SpecimenView specimen(@RequestParam long number) {
        Specimen specimen = Specimen.of(number);
        return new SpecimenView(number, specimen.gear.toothCount(), specimen.tipLossMm > 0.03);
    }

    @GetMapping
    Sent press(
            @RequestParam long number,
            @RequestParam String what,
            @RequestParam(required = false) @Nullable Double parameter) {
        Specimen specimen = Specimen.of(number);
        ReadingKind kind = Wire.parse(ReadingKind.class, what);
        boolean toMate = kind.parameter() == ReadingKind.Parameter.MATE_TEETH;
        Measured asked = kind.of(toMate ? Double.valueOf(CylindricalGear.FEWEST_TEETH) : parameter);
        double size = asked.on(specimen.gear) + specimen.tipLossMm * asked.perTipWear(specimen.gear);
        double shown = Math.rint((size + NOISE_MM * noise.nextGaussian()) / STEP_MM) * STEP_MM;
        return new Sent(String.format(Locale.ROOT, "%.2f", shown));
    }
}
