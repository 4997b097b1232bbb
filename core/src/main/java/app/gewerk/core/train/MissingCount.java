package app.gewerk.core.train;

import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Refused;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.hipparchus.fraction.BigFraction;

/** The other way round: a shaft's speed is known, one count is not. */
public final class MissingCount {
    private static final int FEWEST = 4;
    private static final int MOST = 400;
    private static final int OFFERED = 3;

    private MissingCount() {}

    /** Which gear of a mesh. */
    public enum Side {
        DRIVER,
        DRIVEN;

        @Override
        public String toString() {
            return app.gewerk.core.Wire.word(this);
        }
    }

    /**
     * @param speedRpm the shaft has with that count
     * @param errorPercent of that speed against the one wanted
     */
    public record Found(int toothCount, BigFraction speedRpm, double errorPercent) {}

    /**
     * The counts that come nearest to a speed, the nearest first; the first one's error is 0 where it fits exactly. Direction is
     * not looked at: which way a shaft turns is easily seen wrong way round.
     *
     * @param train with any count in the missing place
     * @param speeds given besides (turns a minute)
     * @throws Refused where the speed does not depend on that count
     */
    public static List<Found> nearest(
            GearTrain train, Map<String, BigFraction> speeds, int mesh, Side side, String shaft, BigFraction wanted) {
        return tried(train, speeds, mesh, side, shaft, wanted).orRefuse();
    }

    /** The same, or why no count can be told. */
    public static Outcome<List<Found>> tried(
            GearTrain train, Map<String, BigFraction> speeds, int mesh, Side side, String shaft, BigFraction wanted) {
        if (wanted.isZero()) {
            return cannot("train.wantedZero");
        }
        Mesh unknown = train.meshes().get(mesh);
        int least = unknown.kind() == MeshKind.WORM && side == Side.DRIVER ? 1 : FEWEST;
        IntFunction<Stream<Found>> tried =
                count -> found(train, speeds, mesh, side, shaft, wanted.abs(), count).stream();
        List<Found> all = IntStream.rangeClosed(least, MOST)
                .mapToObj(tried)
                .flatMap(s -> s)
                .sorted(Comparator.comparingDouble(f -> Math.abs(f.errorPercent())))
                .limit(OFFERED)
                .toList();
        if (all.isEmpty()) {
            return cannot("train.noSuchShaft", "shaft", shaft);
        }
        if (all.size() > 1 && all.stream().map(Found::speedRpm).distinct().count() == 1) {
            return cannot("train.countDoesNotMatter", "shaft", shaft);
        }
        return new Outcome.Made<>(all);
    }

    private static Outcome<List<Found>> cannot(String code, Object... namesAndValues) {
        return new Outcome.Cannot<>(Refusal.of(code, namesAndValues).at("wanted"));
    }

    private static Optional<Found> found(
            GearTrain train,
            Map<String, BigFraction> speeds,
            int index,
            Side side,
            String shaft,
            BigFraction wanted,
            int count) {
        Mesh mesh = train.meshes().get(index);
        int other = (side == Side.DRIVER ? mesh.driven() : mesh.driver()).toothCount();
        if (mesh.kind() == MeshKind.INTERNAL && other == count) {
            return Optional.empty();
        }
        return train.withMesh(index, mesh.with(side, count))
                .tried(speeds)
                .made()
                .flatMap(motion -> motion.speed(shaft))
                .map(speed -> new Found(
                        count,
                        speed,
                        100 * speed.abs().subtract(wanted).divide(wanted).doubleValue()));
    }
}
