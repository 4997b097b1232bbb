package app.gewerk.server.reading;

import app.gewerk.core.Wire;
import app.gewerk.core.reading.Candidate;
import app.gewerk.core.reading.Identification;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.Reading;
import java.util.List;
import java.util.Optional;

/** An identification as the API tells it: lengths in mm, angles in degrees, probabilities from 0 to 1. */
public record Identified(
        List<CandidateView> candidates,
        double notStandardProbability,
        Optional<NextReadingView> nextReading,
        List<OutlierView> outliers,
        List<ReadingView> readings) {

    public record PitchView(String system, double value) {}

    /** @param sigmas how far the reading is from what this gear would show, in standard deviations */
    public record ResidualView(ReadingEntry.What what, Optional<Integer> overTeeth, double expectedMm, double sigmas) {}

    public record CandidateView(
            String name,
            PitchView pitch,
            boolean standard,
            double module,
            int toothCount,
            double pressureAngleDeg,
            double addendumCoefficient,
            double clearanceCoefficient,
            double profileShiftCoefficient,
            double profileShiftUncertainty,
            double tipWearMm,
            double probability,
            List<ResidualView> residuals) {}

    public record ExpectationView(String candidate, double expectedMm) {}

    public record NextReadingView(
            ReadingEntry.What what,
            Optional<Integer> overTeeth,
            String words,
            double informationBits,
            double minutes,
            List<ExpectationView> tellsApart) {}

    public record OutlierView(
            ReadingEntry.What what,
            Optional<Integer> overTeeth,
            String words,
            double readMm,
            double expectedMm,
            double probability,
            String likelySlip) {}

    /** A reading as it was understood. */
    public record ReadingView(
            ReadingEntry.What what,
            Optional<Integer> overTeeth,
            String words,
            List<Double> valuesMm,
            double meanMm,
            double uncertaintyMm) {}

    static Identified of(Identification found, List<Reading> readings) {
        return new Identified(
                found.candidates().stream().map(Identified::candidate).toList(),
                found.notStandardProbability(),
                found.nextReading()
                        .map(n -> new NextReadingView(
                                ReadingEntry.kind(n.what()),
                                overTeeth(n.what()),
                                n.what().words(),
                                n.informationBits(),
                                n.minutes(),
                                n.tellsApart().stream()
                                        .map(e -> new ExpectationView(e.candidate(), e.expectedMm()))
                                        .toList())),
                found.outliers().stream()
                        .map(o -> new OutlierView(
                                ReadingEntry.kind(o.what()),
                                overTeeth(o.what()),
                                o.what().words(),
                                o.readMm(),
                                o.expectedMm(),
                                o.probability(),
                                o.likelySlip()))
                        .toList(),
                readings.stream().map(Identified::reading).toList());
    }

    static ReadingView reading(Reading reading) {
        return new ReadingView(
                ReadingEntry.kind(reading.what()),
                overTeeth(reading.what()),
                reading.what().words(),
                reading.valuesMm(),
                reading.meanMm(),
                reading.uncertaintyMm());
    }

    static CandidateView candidate(Candidate c) {
        return new CandidateView(
                c.name(),
                new PitchView(Wire.word(c.pitch().system()), c.pitch().value()),
                c.standard(),
                c.module(),
                c.toothCount(),
                c.rack().pressureAngleDeg(),
                c.rack().addendumCoefficient(),
                c.rack().clearanceCoefficient(),
                c.profileShiftCoefficient(),
                c.profileShiftUncertainty(),
                c.tipWearMm(),
                c.probability(),
                c.residuals().stream()
                        .map(r -> new ResidualView(
                                ReadingEntry.kind(r.what()), overTeeth(r.what()), r.expectedMm(), r.sigmas()))
                        .toList());
    }

    private static Optional<Integer> overTeeth(Measured what) {
        return what instanceof Measured.SpanOver span ? Optional.of(span.teeth()) : Optional.empty();
    }
}
