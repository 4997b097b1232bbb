package app.gewerk.core.making;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Outline;
import java.util.Arrays;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

class GearSvgTest {
    private static final CylindricalGear GEAR = CylindricalGear.spur(0.8, 17, 0.1, BasicRack.ISO_53_A);

    @Test
    void pathIsClosedAndReachesTheTipAndTheRoot() {
        String path = GearSvg.pathData(Outline.of(GEAR, 0.002));
        assertThat(path).startsWith("M").endsWith("Z").doesNotContain("E", "NaN");
        double[] radii = Arrays.stream(path.replace("Z", "").substring(1).split("L"))
                .map(p -> p.split(" "))
                .mapToDouble(p -> Math.hypot(Double.parseDouble(p[0]), Double.parseDouble(p[1])))
                .toArray();
        assertThat(2 * Arrays.stream(radii).max().orElseThrow()).isCloseTo(GEAR.tipDiameterMm(), within(2e-4));
        assertThat(2 * Arrays.stream(radii).min().orElseThrow()).isCloseTo(GEAR.rootDiameterMm(), within(2e-4));
    }

    @Test
    void oneToothPointsUp() {
        Matcher topmost =
                Pattern.compile("[ML](-?[\\d.]+) (-?[\\d.]+)").matcher(GearSvg.pathData(Outline.of(GEAR, 0.002)));
        double top = 0;
        double left = 0;
        double right = 0;
        while (topmost.find()) {
            double x = Double.parseDouble(topmost.group(1));
            double y = Double.parseDouble(topmost.group(2));
            top = Math.min(top, y);
            if (y < -GEAR.tipDiameterMm() / 2 * 0.98) {
                left = Math.min(left, x);
                right = Math.max(right, x);
            }
        }
        assertThat(top).isCloseTo(-GEAR.tipDiameterMm() / 2, within(1e-3));
        assertThat(left).as("the tooth stands evenly about the middle").isCloseTo(-right, within(1e-3));
    }

    @Test
    void aFinerToleranceGivesMorePoints() {
        assertThat(GearSvg.pathData(Outline.of(GEAR, 0.0005)).length())
                .isGreaterThan(GearSvg.pathData(Outline.of(GEAR, 0.05)).length());
        assertThatThrownBy(() -> GearSvg.pathData(Outline.of(GEAR, 0))).hasMessageContaining("tolerance");
    }

    @Test
    void theDocumentIsInMillimetresAndTellsNoLiesAboutTheBore() {
        String document = GearSvg.document(GEAR, Blank.withRoundBore(4), "a & b");
        assertThat(document)
                .contains("mm\" height=")
                .contains("<title>a &amp; b</title>")
                .contains("r=\"2.0000\"");
        assertThat(GearSvg.document(GEAR, Blank.PLAIN, "t")).doesNotContain("<circle");
        assertThatThrownBy(() -> GearSvg.document(GEAR, Blank.withRoundBore(12), "t"))
                .hasMessageContaining("leaves no wall");
    }
}
