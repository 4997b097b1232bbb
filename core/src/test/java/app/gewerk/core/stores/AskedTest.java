package app.gewerk.core.stores;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.Pitch;
import app.gewerk.core.sourcing.GearAsListed;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AskedTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    anything 0.5 module, 20 to 30 teeth, bore 3 | 0.5 module; 20 to 30 teeth; bore 3 mm | anything
                    m0,5 z24 | 0.5 module; 24 teeth |
                    24t 0.5mod 1/8 brass | 0.5 module; 24 teeth | 1/8 brass
                    module 0.8–1 teeth 12…14 | 0.8 to 1 module; 12 to 14 teeth |
                    48 dp 24 teeth | 0.5292 module; 24 teeth |
                    64-48 pitch 30 t | 0.3969 to 0.5292 module; 30 teeth |
                    bore 0.125 in 20 teeth 20° | 20 teeth; bore 3.175 mm; pressure angle 20° |
                    3 mm bore 5 wide | bore 3 mm; 5 mm wide |
                    30-20 teeth | 20 to 30 teeth |
                    carriage gear slidewell | | carriage gear slidewell
                    """)
    void whatIsTypedIsUnderstoodAsATechnicianMeansIt(String typed, String understood, String words) {
        Asked asked = Asked.of(typed);
        assertThat(asked.gear().words().stream().map(w -> english(w)).collect(Collectors.joining("; ")))
                .isEqualTo(understood == null ? "" : understood);
        assertThat(asked.words().stream().filter(w -> !w.equals(",")).collect(Collectors.joining(" ")))
                .isEqualTo(words == null ? "" : words);
    }

    @ParameterizedTest
    @CsvSource({"VS-2101, VS2101", "vs 2101, VS2101", "sw24.017, SW24017", "12-34567 b, 1234567B"})
    void aPartNumberIsOneHoweverItIsTyped(String typed, String key) {
        assertThat(Asked.of(typed).number()).hasValue(new PartKey(key));
    }

    @Test
    void whatSaysAGearIsNoPartNumber() {
        assertThat(Asked.of("0.5 module 24 teeth").number()).isEmpty();
    }

    @Test
    void whateverIsPastedIsReadWithoutFailing() {
        Random random = new Random(5);
        String letters = "0123456789.,-–… mzt dpbore\"°'()[]{}\\+*?$^|=@\n\t\u0000éß歯";
        for (int i = 0; i < 5_000; i++) {
            StringBuilder text = new StringBuilder();
            for (int n = random.nextInt(300); n > 0; n--) {
                text.append(letters.charAt(random.nextInt(letters.length())));
            }
            assertThat(Asked.of(text.toString()).words()).hasSizeLessThanOrEqualTo(8);
        }
    }

    @Test
    void aPitchIsFoundByTheNameOfOneThatRunsWithIt() {
        GearAsListed inch = new GearAsListed(Pitch.ofDiametralPitch(32), 24, 20, false, 3, 5, "POM");
        assertThat(Asked.of("0.8 module").gear().fit(inch))
                .as("32 pitch is 0.794 module, which runs with 0.8 (common practice) but is 0.8 % finer")
                .isEmpty();
        GearAsListed near = new GearAsListed(Pitch.ofDiametralPitch(64), 30, 20, false, 3, 5, "POM");
        assertThat(near.pitch().module()).isCloseTo(0.3969, within(1e-4));
        assertThat(Asked.of("0.398 module").gear().fit(near)).isPresent();
    }

    @Test
    void aBoreThatDiffersIsWorkAndOneThatLeavesNoWallIsAnotherGear() {
        GearAsListed gear = new GearAsListed(Pitch.ofModule(0.5), 24, 20, false, 2, 4, "POM");
        assertThat(Asked.of("24 teeth bore 3").gear().fit(gear)).hasValueSatisfying(fit -> {
            assertThat(fit.minutes()).isPositive();
            assertThat(fit.differences())
                    .singleElement()
                    .satisfies(d -> assertThat(english(d.words())).contains("drill and ream"));
        });
        assertThat(Asked.of("24 teeth bore 2").gear().fit(gear))
                .hasValueSatisfying(fit -> assertThat(fit.fit()).isEqualTo(1));
        assertThat(Asked.of("24 teeth bore 11").gear().fit(gear))
                .as("the roots are at 10.75 mm")
                .isEmpty();
    }
}
