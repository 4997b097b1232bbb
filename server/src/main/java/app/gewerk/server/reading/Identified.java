package app.gewerk.server.reading;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.gear.ProfileShift;
import app.gewerk.core.reading.AnswerShown;
import app.gewerk.core.reading.Beforehand;
import app.gewerk.core.reading.Candidate;
import app.gewerk.core.reading.Identification;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.ReadingKind;
import app.gewerk.core.words.Say;
import app.gewerk.server.gear.GearSpec;
import java.util.List;
import java.util.Optional;

/**
 * An identification as the API tells it: lengths in mm, angles in degrees, probabilities from 0 to 1. Sizes of readings
 * are in the unit of what was read.
 *
 * @param enough why nothing more is asked for: {@code sure} or {@code nothingPartsThem}
 * @param readings as they were understood; the mate's in {@code mateReadings}
 * @param weighedWith gears proven in this shop that have a say in it, once there are any
 */
public record Identified(
        List<CandidateView> candidates,
        double notStandardProbability,
        Optional<NextReadingView> nextReading,
        Optional<String> enough,
        List<OutlierView> outliers,
        List<TwinView> twins,
        List<ReadingView> readings,
        List<ReadingView> mateReadings,
        Optional<Say> weighedWith) {

    public record PitchView(String system, double value) {
        Pitch pitch() {
            return new Pitch(Wire.parse(Pitch.System.class, system), value);
        }
    }

    /** @param sigmas how far the reading is from what this gear would show, in standard deviations */
    public record ResidualView(
            ReadingKind what, Optional<Double> parameter, Say words, boolean ofMate, double expected, double sigmas) {}

    /**
     * @param toothCount of a worm its starts; 0 of a rack
     * @param helixAngleDeg of a gear or rack; 0 for straight teeth
     * @param pitchDiameterMm of a worm
     * @param angleUncertaintyDeg of whichever angle this kind has
     */
    public record CandidateView(
            Say name,
            Say fullName,
            GearKind kind,
            PitchView pitch,
            boolean standard,
            double module,
            int toothCount,
            double pressureAngleDeg,
            double addendumCoefficient,
            double clearanceCoefficient,
            boolean stub,
            double profileShiftCoefficient,
            double profileShiftUncertainty,
            double helixAngleDeg,
            Optional<Double> leadAngleDeg,
            Optional<Double> pitchDiameterMm,
            Optional<Double> coneAngleDeg,
            double angleUncertaintyDeg,
            double tipWearMm,
            double probability,
            Say shift,
            Optional<GearSpec> gear,
            List<ResidualView> residuals) {

        AnswerShown shown() {
            return new AnswerShown(toothCount, module, pressureAngleDeg, addendumCoefficient);
        }
    }

    public record ExpectationView(Say candidate, double expected) {}

    /**
     * @param what left out when the teeth are to be counted again
     * @param again whether it was read before and looks like a slip
     */
    public record NextReadingView(
            Optional<ReadingKind> what,
            Optional<Double> parameter,
            Say words,
            Say how,
            boolean again,
            String unit,
            double informationBits,
            double minutes,
            List<ExpectationView> tellsApart) {}

    /** @param what left out when it is the tooth count that does not go with the readings */
    public record OutlierView(
            Optional<ReadingKind> what,
            Optional<Double> parameter,
            boolean ofMate,
            Say words,
            double read,
            double expected,
            String unit,
            double probability,
            Say likelySlip) {}

    /** @param candidate number in the list of candidates, from 0, of one that these readings cannot tell from the first */
    public record TwinView(int candidate, Optional<Say> partedBy, double apartSigmas, Say words) {}

    /** A reading as it was understood. */
    public record ReadingView(
            ReadingKind what,
            Optional<Double> parameter,
            Say words,
            String unit,
            List<Double> values,
            double mean,
            double uncertainty) {}

    static Identified of(
            Identification found, List<Reading> readings, List<Reading> mateReadings, Beforehand beforehand) {
        return new Identified(
                found.candidates().stream().map(Identified::candidate).toList(),
                found.notStandardProbability(),
                found.nextReading()
                        .map(n -> new NextReadingView(
                                n.what().map(ReadingKind::of),
                                n.what().flatMap(Identified::parameter),
                                n.what().map(Measured::words).orElse(Say.of("reading.toothCount")),
                                n.how(),
                                n.again(),
                                n.what().map(Identified::unit).orElse("teeth"),
                                n.informationBits(),
                                n.minutes(),
                                n.tellsApart().stream()
                                        .map(e -> new ExpectationView(e.candidate(), e.expected()))
                                        .toList())),
                found.enough().map(Wire::word),
                found.outliers().stream().map(Identified::outlier).toList(),
                found.twins().stream()
                        .map(t -> new TwinView(
                                t.candidate(), t.partedBy().map(Measured::words), t.apartSigmas(), t.words()))
                        .toList(),
                readings.stream().map(Identified::reading).toList(),
                mateReadings.stream().map(Identified::reading).toList(),
                beforehand.proven() == 0 ? Optional.empty() : Optional.of(beforehand.words()));
    }

    private static OutlierView outlier(Identification.Outlier o) {
        return new OutlierView(
                o.what().map(ReadingKind::of),
                o.what().flatMap(Identified::parameter),
                o.ofMate(),
                o.what().map(w -> said(w, o.ofMate())).orElse(Say.of("reading.toothCount")),
                o.read(),
                o.expected(),
                o.what().map(Identified::unit).orElse("teeth"),
                o.probability(),
                o.likelySlip());
    }

    private static ReadingView reading(Reading reading) {
        return new ReadingView(
                ReadingKind.of(reading.what()),
                parameter(reading.what()),
                reading.what().words(),
                unit(reading.what()),
                reading.values(),
                reading.mean(),
                reading.uncertainty());
    }

    static CandidateView candidate(Candidate c) {
        GearKind kind = c.kind();
        boolean slants = kind.cylindrical() || kind == GearKind.RACK;
        return new CandidateView(
                c.name(),
                c.fullName(),
                kind,
                new PitchView(Wire.word(c.pitch().system()), c.pitch().value()),
                c.standard(),
                c.module(),
                c.toothCount(),
                c.rack().pressureAngleDeg(),
                c.rack().addendumCoefficient(),
                c.rack().clearanceCoefficient(),
                c.rack().stub(),
                c.profileShiftCoefficient(),
                c.profileShiftUncertainty(),
                slants ? c.angleDeg() : 0,
                kind == GearKind.WORM ? Optional.of(c.angleDeg()) : Optional.empty(),
                c.part() instanceof app.gewerk.core.gear.Worm worm
                        ? Optional.of(worm.pitchDiameterMm())
                        : Optional.empty(),
                kind == GearKind.BEVEL ? Optional.of(c.angleDeg()) : Optional.empty(),
                c.angleUncertaintyDeg(),
                c.tipWearMm(),
                c.probability(),
                ProfileShift.said(c.profileShiftCoefficient()),
                c.cylinder().map(GearSpec::of),
                c.residuals().stream()
                        .map(r -> new ResidualView(
                                ReadingKind.of(r.what()),
                                parameter(r.what()),
                                r.what().words(),
                                r.ofMate(),
                                r.expected(),
                                r.sigmas()))
                        .toList());
    }

    /** "span over 4", "the mate: over the tips". */
    static Say said(Measured what, boolean ofMate) {
        return ofMate ? Say.of("reading.ofMate", "reading", what.words()) : what.words();
    }

    private static Optional<Double> parameter(Measured what) {
        return what.parameter().stream().boxed().findFirst();
    }

    private static String unit(Measured what) {
        return Wire.word(what.unit());
    }
}
