package app.gewerk.core.train;

import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.hipparchus.fraction.BigFraction;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.DecompositionSolver;
import org.hipparchus.linear.QRDecomposition;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;

/**
 * What each shaft and each tooth bears when a train turns steadily under given torques: equilibrium of every shaft, with
 * each mesh passing on only its efficiency's share. Which side of a mesh drives follows from the flow of power and is
 * found by solving again until it no longer changes. Of a planet set the loss is that of the motion seen from the carrier.
 *
 * @param torquesNmm from outside on each shaft that is not held, with the sign of positive speeds; a load has the sign
 *     against its speed
 * @param meshes in the order of the train's meshes
 * @param planetSets in the order of the train's sets
 * @param efficiency of the whole: what comes out over what goes in; none where nothing goes in
 */
public record TrainLoads(
        Map<String, Double> torquesNmm, List<AtMesh> meshes, List<AtPlanetSet> planetSets, double efficiency) {

    private static final int TRIES = 12;

    /**
     * @param driverTorqueNmm on the gear that gives, without sign
     * @param drivenTorqueNmm on the gear that takes
     * @param driverGives false where the second gear drives the first
     */
    public record AtMesh(double driverTorqueNmm, double drivenTorqueNmm, boolean driverGives, double efficiency) {

        /** Tangential force at the reference circle, 2 T / (m_t z) (N), the larger of the two gears' own. */
        public double tangentialForceN(Mesh mesh, double transverseModule) {
            return 2
                    * Math.max(
                            driverTorqueNmm / mesh.driver().toothCount(),
                            drivenTorqueNmm / mesh.driven().toothCount())
                    / transverseModule;
        }
    }

    /** @param sunTorqueNmm on the sun by all planets together, without sign, as are the others */
    public record AtPlanetSet(double sunTorqueNmm, double ringTorqueNmm, double carrierTorqueNmm, double efficiency) {

        /** On one tooth of the sun, all planets bearing alike (N). */
        public double tangentialForceN(PlanetSet set, double module) {
            return 2 * sunTorqueNmm / (module * set.sunToothCount() * set.planetCount());
        }
    }

    /**
     * How much of its work a mesh passes on.
     *
     * @param forward when the gear named first drives
     * @param backward when the second does; 0 or less where it cannot
     */
    public record Efficiency(double forward, double backward) {
        public Efficiency {
            if (!(forward > 0 && forward <= 1) || !(backward <= 1)) {
                throw Refused.at("efficiency", "train.efficiency", "given", forward);
            }
        }

        public static Efficiency both(double share) {
            return new Efficiency(share, share);
        }
    }

    /**
     * @param given torques from outside (N mm), motors and known loads
     * @param load the shaft whose load follows from the rest
     * @param meshEfficiency in the order of the meshes
     * @param setEfficiency of each planet set with its carrier standing
     * @throws Refused where the load cannot be told: the train takes it two ways, nothing turns, or a mesh cannot be driven
     *     from that side
     */
    public static TrainLoads of(
            Motion motion,
            Map<String, Double> given,
            String load,
            List<Efficiency> meshEfficiency,
            List<Double> setEfficiency) {
        return tried(motion, given, load, meshEfficiency, setEfficiency).orRefuse();
    }

    /** The same, or why it cannot be told. */
    public static Outcome<TrainLoads> tried(
            Motion motion,
            Map<String, Double> given,
            String load,
            List<Efficiency> meshEfficiency,
            List<Double> setEfficiency) {
        GearTrain train = motion.train();
        if (!train.shafts().contains(load)) {
            return cannot("load", "train.noSuchShaft", "shaft", load);
        }
        if (motion.degreesOfFreedom() > 0) {
            return cannot("torquesNmm", "train.loadsNeedAllSpeeds", "shafts", String.join(", ", motion.loose()));
        }
        boolean[] backward =
                new boolean[train.meshes().size() + train.planetSets().size()];
        Outcome<Solution> solution = solve(motion, given, load, meshEfficiency, setEfficiency, backward);
        for (int tries = 1; tries < TRIES; tries++) {
            if (solution.made().filter(s -> turnsAnyRound(s, backward)).isEmpty()) {
                break;
            }
            solution = solve(motion, given, load, meshEfficiency, setEfficiency, backward);
        }
        return solution.map(s -> told(motion, s, load, given, meshEfficiency, setEfficiency));
    }

    private static <T> Outcome<T> cannot(String field, String code, Object... namesAndValues) {
        return new Outcome.Cannot<>(Refusal.of(code, namesAndValues).at(field));
    }

    /** @param powers what the first side of each constraint gets from it; below 0 it gives */
    private record Solution(
            RealVector forces, double[][] torques, double[] powers, boolean[] backward, double loadTorque) {}

    private static boolean turnsAnyRound(Solution solution, boolean[] backward) {
        boolean changed = false;
        for (int i = 0; i < backward.length; i++) {
            boolean now = solution.powers[i] > 0;
            changed |= now != backward[i];
            backward[i] = now;
        }
        return changed;
    }

    private static double speed(Motion motion, String shaft) {
        return motion.speed(shaft).map(BigFraction::doubleValue).orElse(0.0);
    }

    private static Outcome<Solution> solve(
            Motion motion,
            Map<String, Double> given,
            String load,
            List<Efficiency> meshEfficiency,
            List<Double> setEfficiency,
            boolean[] backward) {
        GearTrain train = motion.train();
        int meshes = train.meshes().size();
        int constraints = meshes + train.planetSets().size();
        double[][] torques = new double[constraints][train.shafts().size()];
        for (int i = 0; i < meshes; i++) {
            Mesh mesh = train.meshes().get(i);
            Efficiency efficiency = meshEfficiency.get(i);
            double share = backward[i] ? efficiency.backward() : efficiency.forward();
            if (share <= 0) {
                return Outcome.cannot(
                        "train.holdsBack",
                        "driven",
                        mesh.driven().shaft(),
                        "driver",
                        mesh.driver().shaft());
            }
            int way = mesh.kind().reverses() ? 1 : -1;
            torques[i][train.shafts().indexOf(mesh.driver().shaft())] =
                    mesh.driver().toothCount() * (backward[i] ? share : 1);
            torques[i][train.shafts().indexOf(mesh.driven().shaft())] =
                    way * mesh.driven().toothCount() * (backward[i] ? 1 : share);
        }
        for (int i = 0; i < train.planetSets().size(); i++) {
            PlanetSet set = train.planetSets().get(i);
            double share = setEfficiency.get(i);
            boolean ringGives = backward[meshes + i];
            double sun = ringGives ? share : 1;
            double ring = -set.basicRatio().doubleValue() * (ringGives ? 1 : share);
            torques[meshes + i][train.shafts().indexOf(set.sun())] = sun;
            torques[meshes + i][train.shafts().indexOf(set.ring())] = ring;
            torques[meshes + i][train.shafts().indexOf(set.carrier())] = -sun - ring;
        }
        List<String> free =
                train.shafts().stream().filter(s -> !train.fixed().contains(s)).toList();
        RealMatrix equations = new Array2DRowRealMatrix(free.size(), constraints + 1);
        RealVector right = new ArrayRealVector(free.size());
        for (int j = 0; j < free.size(); j++) {
            int shaft = train.shafts().indexOf(free.get(j));
            for (int i = 0; i < constraints; i++) {
                equations.setEntry(j, i, torques[i][shaft]);
            }
            equations.setEntry(j, constraints, free.get(j).equals(load) ? 1 : 0);
            right.setEntry(j, -given.getOrDefault(free.get(j), 0.0));
        }
        if (free.size() != constraints + 1) {
            return cannot("torquesNmm", "train.loadTwoWays");
        }
        DecompositionSolver solver = new QRDecomposition(equations, 1e-12).getSolver();
        if (!solver.isNonSingular()) {
            return cannot("torquesNmm", "train.loadTwoWays");
        }
        RealVector solved = solver.solve(right);
        double[] powers = new double[constraints];
        for (int i = 0; i < meshes; i++) {
            String driver = train.meshes().get(i).driver().shaft();
            powers[i] = solved.getEntry(i) * torques[i][train.shafts().indexOf(driver)] * speed(motion, driver);
        }
        for (int i = 0; i < train.planetSets().size(); i++) {
            PlanetSet set = train.planetSets().get(i);
            powers[meshes + i] =
                    solved.getEntry(meshes + i) * (speed(motion, set.sun()) - speed(motion, set.carrier()));
        }
        return new Outcome.Made<>(
                new Solution(solved, torques, powers, backward.clone(), solved.getEntry(constraints)));
    }

    private static TrainLoads told(
            Motion motion,
            Solution solution,
            String load,
            Map<String, Double> given,
            List<Efficiency> meshEfficiency,
            List<Double> setEfficiency) {
        GearTrain train = motion.train();
        Map<String, Double> outside = new LinkedHashMap<>();
        train.shafts().stream()
                .filter(s -> given.containsKey(s) || s.equals(load))
                .forEach(s -> outside.put(
                        s, s.equals(load) ? given.getOrDefault(s, 0.0) + solution.loadTorque : given.get(s)));
        int meshes = train.meshes().size();
        List<AtMesh> atMeshes = new ArrayList<>();
        for (int i = 0; i < meshes; i++) {
            Mesh mesh = train.meshes().get(i);
            double force = Math.abs(solution.forces.getEntry(i));
            boolean gives = !solution.backward[i];
            double first = force
                    * Math.abs(solution.torques[i][
                            train.shafts().indexOf(mesh.driver().shaft())]);
            double second = force
                    * Math.abs(solution.torques[i][
                            train.shafts().indexOf(mesh.driven().shaft())]);
            Efficiency efficiency = meshEfficiency.get(i);
            atMeshes.add(new AtMesh(first, second, gives, gives ? efficiency.forward() : efficiency.backward()));
        }
        List<AtPlanetSet> atSets = new ArrayList<>();
        for (int i = 0; i < train.planetSets().size(); i++) {
            PlanetSet set = train.planetSets().get(i);
            double force = Math.abs(solution.forces.getEntry(meshes + i));
            double[] torques = solution.torques[meshes + i];
            atSets.add(new AtPlanetSet(
                    force * Math.abs(torques[train.shafts().indexOf(set.sun())]),
                    force * Math.abs(torques[train.shafts().indexOf(set.ring())]),
                    force * Math.abs(torques[train.shafts().indexOf(set.carrier())]),
                    setEfficiency.get(i)));
        }
        double in = 0;
        double out = 0;
        for (Map.Entry<String, Double> torque : outside.entrySet()) {
            double power = torque.getValue() * speed(motion, torque.getKey());
            if (power > 0) {
                in += power;
            } else {
                out -= power;
            }
        }
        return new TrainLoads(outside, atMeshes, atSets, in > 0 ? Math.min(1, out / in) : 0);
    }
}
