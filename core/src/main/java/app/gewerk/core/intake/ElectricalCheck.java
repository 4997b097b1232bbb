package app.gewerk.core.intake;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Cord, plug and earth before any power, and what the readings mean. The limits are those common for repaired portable
 * equipment (earth 0.3 Ω with up to 5 m of cord and 0.1 Ω for each further 7.5 m, at most 1 Ω; insulation 1 MΩ with an
 * earth, 2 MΩ without, 0.25 MΩ at safety low voltage: from memory of VDE 0701-0702). Local rules come first, and this
 * is no replacement for the safety test by a competent person.
 *
 * @param safeToPower true when nothing found speaks against powering it for a test
 * @param findings each with what to do
 */
public record ElectricalCheck(boolean safeToPower, List<Say> findings) {

    /** True when nothing found speaks against handing it back: what was not measured does. */
    public boolean safeToReturn() {
        return findings.isEmpty();
    }

    /** How the machine protects against a shock. */
    public enum Protection {
        EARTHED,
        DOUBLE_INSULATED,
        LOW_VOLTAGE;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * What was seen and measured; readings are left out where the shop has no instrument.
     *
     * @throws Refused if a reading cannot be
     */
    public record Readings(
            Protection protection,
            boolean cordSound,
            boolean plugSound,
            boolean earthPinSound,
            Optional<Double> cordLengthM,
            Optional<Double> earthOhm,
            Optional<Double> insulationMegohm) {
        public Readings {
            require(cordLengthM, 0, 100, "cord.length");
            require(earthOhm, 0, 1e6, "cord.earthNegative");
            require(insulationMegohm, 0, 1e6, "cord.insulationNegative");
        }

        private static void require(Optional<Double> reading, double least, double most, String code) {
            if (reading.filter(r -> !(r >= least && r <= most)).isPresent()) {
                throw new Refused(code);
            }
        }
    }

    /** Most ohms from the plug's earth pin to touchable metal. */
    public static double earthLimitOhm(double cordLengthM) {
        double extra = Math.max(0, Math.ceil((cordLengthM - 5) / 7.5));
        return Math.min(1, 0.3 + 0.1 * extra);
    }

    /** Fewest megohms between mains and touchable metal. */
    public static double insulationLimitMegohm(Protection protection) {
        return switch (protection) {
            case EARTHED -> 1;
            case DOUBLE_INSULATED -> 2;
            case LOW_VOLTAGE -> 0.25;
        };
    }

    public static ElectricalCheck of(Readings read) {
        List<Say> bad = new ArrayList<>();
        List<Say> open = new ArrayList<>();
        if (!read.cordSound) {
            bad.add(Say.of("cord.cordDamaged"));
        }
        if (!read.plugSound) {
            bad.add(Say.of("cord.plugDamaged"));
        }
        boolean earthed = read.protection == Protection.EARTHED;
        if (earthed && !read.earthPinSound) {
            bad.add(Say.of("cord.earthPinMissing"));
        }
        if (earthed) {
            double limit = earthLimitOhm(read.cordLengthM.orElse(5.0));
            read.earthOhm.ifPresentOrElse(
                    ohm -> {
                        if (ohm > limit) {
                            bad.add(Say.of("cord.earthTooHigh", "ohm", ohm, "limit", limit));
                        }
                    },
                    () -> open.add(Say.of("cord.earthNotMeasured")));
        }
        double least = insulationLimitMegohm(read.protection);
        read.insulationMegohm.ifPresentOrElse(
                megohm -> {
                    if (megohm < least) {
                        bad.add(Say.of("cord.insulationTooLow", "megohm", megohm, "least", least));
                    }
                },
                () -> {
                    if (read.protection != Protection.LOW_VOLTAGE) {
                        open.add(Say.of("cord.insulationNotMeasured"));
                    }
                });
        List<Say> all = new ArrayList<>(bad);
        all.addAll(open);
        return new ElectricalCheck(bad.isEmpty(), List.copyOf(all));
    }
}
