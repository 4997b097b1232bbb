package app.gewerk.core.reading;

import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.gear.Toothed;
import app.gewerk.core.gear.Worm;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Which gear is it? Bayes over every standard module, diametral pitch and common circular pitch, with each basic rack,
 * and over gears of no series; nuisance quantities are integrated out (see {@link Fit}).
 *
 * <p>Each reading in turn may be a slip (1 in 100, anywhere up to twice the value), and a gear counted once may have a tooth
 * more or fewer; the answers with and without are averaged by how well they explain everything. Where that leaves doubt,
 * two slips together, spans laid over another number of teeth than was said, and greater miscounts are weighed as well. What
 * nothing explains stays unexplained: no answer is surer than that leaves room for.
 *
 * <p>Every hypothesis is first weighed about one common point, where a linear model costs little; those that can still
 * matter are then fitted about their own.
 */
public final class GearReader {
    private static final int MOST_CANDIDATES = 9;
    /** From this chance of a slip on it is told. */
    static final double WORTH_TELLING = 0.2;

    private GearReader() {}

    public static Identification identify(ToothCount toothCount, List<Reading> readings, boolean worn) {
        return identify(Question.of(toothCount, readings, worn));
    }

    /** With pitches and racks as common as Gewerk ships them. */
    public static Identification identify(Question question) {
        return identify(question, Beforehand.shipped());
    }

    /**
     * @throws Refused in words, when the readings cannot be of one gear
     */
    public static Identification identify(Question question, Beforehand beforehand) {
        List<Weighted> posterior = posterior(question, beforehand);
        List<Candidate> candidates = candidates(posterior, question);
        double notStandard = Weighted.share(posterior, fit -> !fit.hypothesis().standard());
        List<Identification.Outlier> outliers = outliers(posterior, question);
        NextReadings next = new NextReadings(
                question,
                posterior.stream()
                        .map(w -> new NextReadings.Answer(key(w.fit()), w.fit(), w.probability()))
                        .toList(),
                candidates);
        Optional<Identification.NextReading> asked = next.best();
        Optional<Identification.Enough> enough = asked.isPresent()
                ? Optional.empty()
                : Optional.of(next.sure() ? Identification.Enough.SURE : Identification.Enough.NOTHING_PARTS_THEM);
        return new Identification(candidates, notStandard, outliers, asked, enough, next.twins());
    }

    /** Which gears it may be, the likeliest first, without what to measure next. */
    static List<Candidate> candidates(Question question) {
        return candidates(question, Beforehand.shipped());
    }

    static List<Candidate> candidates(Question question, Beforehand beforehand) {
        return candidates(posterior(question, beforehand), question);
    }

    private static List<Weighted> posterior(Question question, Beforehand beforehand) {
        List<Weighted> posterior = Weighing.posterior(question, beforehand);
        if (posterior.isEmpty()) {
            throw new Refused("reading.nothingFits");
        }
        return posterior;
    }

    /**
     * What counts as the same answer: one pitch, pressure angle, depth and tooth count; all free modules are one.
     *
     * @param pitch empty for a gear of no series
     */
    record Key(Optional<Pitch> pitch, double pressureAngleDeg, double addendumCoefficient, int toothCount) {}

    private static Key key(Fit fit) {
        Hypothesis h = fit.hypothesis();
        return new Key(
                h.free() ? Optional.empty() : Optional.of(h.pitch()),
                h.rack().pressureAngleDeg(),
                h.rack().addendumCoefficient(),
                fit.toothCount());
    }

    private static List<Candidate> candidates(List<Weighted> posterior, Question question) {
        Map<Key, List<Weighted>> answers = new LinkedHashMap<>();
        for (Weighted w : posterior) {
            answers.computeIfAbsent(key(w.fit()), k -> new ArrayList<>()).add(w);
        }
        return answers.values().stream()
                .sorted(Comparator.comparingDouble(Weighted::probabilityOf).reversed())
                .limit(MOST_CANDIDATES)
                .map(same -> candidate(same, question))
                .toList();
    }

    private static Candidate candidate(List<Weighted> same, Question question) {
        List<Reading> readings = question.allReadings();
        GearKind kind = question.kind();
        double probability = Weighted.probabilityOf(same);
        Fit main = Weighted.likeliest(same);
        double shift = 0;
        double square = 0;
        for (Weighted w : same) {
            double share = probability == 0 ? 1.0 / same.size() : w.probability() / probability;
            double deviation = w.fit().deviation(LinearModel.SHIFT);
            shift += share * w.fit().profileShift();
            square += share * (w.fit().profileShift() * w.fit().profileShift() + deviation * deviation);
        }
        Hypothesis h = main.hypothesis();
        Toothed part = main.part();
        double form = main.form();
        double formDeviation = main.deviation(LinearModel.FORM);
        double angle = part instanceof Worm worm ? worm.leadAngleDeg() : form;
        double angleDeviation = part instanceof Worm
                ? formDeviation * Math.sin(Math.toRadians(2 * angle)) / 2 * 180 / Math.PI
                : formDeviation;
        List<Candidate.Residual> residuals = new ArrayList<>();
        for (int i = 0; i < readings.size(); i++) {
            boolean ofMate = i >= question.readings().size();
            Measured what = readings.get(i).what();
            residuals.add(new Candidate.Residual(what, ofMate, main.expected(what, ofMate), main.residualSigmas(i)));
        }
        double module = part.module();
        return new Candidate(
                kind,
                h.free() ? Pitch.ofModule(Math.round(module * 1e4) / 1e4) : h.pitch(),
                h.standard(),
                h.rack(),
                kind == GearKind.RACK ? 0 : main.toothCount(),
                module,
                shift,
                Math.sqrt(Math.max(0, square - shift * shift)),
                angle,
                angleDeviation,
                main.tipWearMm(),
                probability,
                residuals);
    }

    private static List<Identification.Outlier> outliers(List<Weighted> posterior, Question question) {
        List<Identification.Outlier> found = new ArrayList<>();
        List<Reading> readings = question.allReadings();
        for (int i = 0; i < readings.size(); i++) {
            int index = i;
            List<Weighted> without = posterior.stream()
                    .filter(w -> w.fit().doubts(index, readings.get(index).what()))
                    .toList();
            double probability = Weighted.probabilityOf(without);
            if (probability > WORTH_TELLING) {
                Fit fit = Weighted.likeliest(without);
                Reading reading = readings.get(i);
                boolean ofMate = i >= question.readings().size();
                found.add(new Identification.Outlier(
                        Optional.of(reading.what()),
                        ofMate,
                        reading.mean(),
                        fit.expected(reading.what(), ofMate),
                        probability,
                        Slips.likely(reading, fit, ofMate)));
            }
        }
        if (question.toothCount() instanceof ToothCount.Exactly counted) {
            for (int other = counted.count() - 2; other <= counted.count() + 2; other++) {
                int teeth = other;
                double probability =
                        Weighted.share(posterior, fit -> fit.toothCount() == teeth && question.kind() != GearKind.RACK);
                if (teeth != counted.count() && probability > WORTH_TELLING) {
                    found.add(new Identification.Outlier(
                            Optional.empty(),
                            false,
                            counted.count(),
                            teeth,
                            probability,
                            Say.of("slip.count", "teeth", teeth)));
                }
            }
        }
        found.sort(
                Comparator.comparingDouble(Identification.Outlier::probability).reversed());
        return List.copyOf(found);
    }
}
