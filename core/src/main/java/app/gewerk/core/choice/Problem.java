package app.gewerk.core.choice;

import app.gewerk.core.damage.Causes;
import app.gewerk.core.damage.Pattern;
import app.gewerk.core.damage.ToothMap;
import app.gewerk.core.fit.Alteration;
import app.gewerk.core.fit.Seating;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.ToothForm;
import app.gewerk.core.job.Way;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.material.Material;
import app.gewerk.core.material.Materials;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.strength.FormFactor;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A broken gear, all that is known around it, and what the shop can get.
 *
 * @param faceWidthMm b; of the gear as it was read
 * @param boreMm of the gear
 * @param mate what it runs with
 * @param mateWidthMm how much of the face the mate uses
 * @param centreDistanceMm as it was read
 * @param map what was seen on it
 * @param reopenMinutes to get to this place once more
 * @param train what the machine's train says of its place
 * @param earlier how ways turned out on this model before
 * @param known what is gone by
 */
public record Problem(
        CylindricalGear gear,
        Optional<Double> faceWidthMm,
        Optional<Double> boreMm,
        Optional<CylindricalGear> mate,
        Optional<Double> mateWidthMm,
        Optional<Double> centreDistanceMm,
        Optional<ToothMap> map,
        Circumstances circumstances,
        List<Buyable> offers,
        Terms terms,
        double reopenMinutes,
        Optional<InTrain> train,
        Map<Way, Earlier> earlier,
        Known known) {

    /** Face width over module where none was read (common practice). */
    private static final double USUAL_WIDTH = 8;

    /** @throws Refused where the gear has no whole teeth, or is too hot for what it is made of */
    public Problem {
        ToothForm.of(gear);
        mate.ifPresent(ToothForm::of);
        offers = List.copyOf(offers);
        earlier = Map.copyOf(earlier);
        known.materials.material(circumstances.material()).rootStrengthMpa(circumstances.temperatureC(), MILLION);
        known.materials.material(circumstances.mateMaterial()).rootStrengthMpa(circumstances.temperatureC(), MILLION);
    }

    /**
     * @param hourlyRate in the shop's currency
     * @param warrantyYears for which a repair is done again for nothing
     * @param newPrice of the whole machine
     * @param askShare of the new price beyond which a repair is hardly worth it
     */
    public record Terms(double hourlyRate, double warrantyYears, Optional<Double> newPrice, double askShare) {}

    /** What a judgement goes by. */
    public record Known(Materials materials, Usual usual, Causes causes) {
        private static final Known SHIPPED = new Known(Materials.shipped(), Usual.shipped(), Causes.shipped());

        public static Known of(Knowledge knowledge) {
            return new Known(Materials.of(knowledge), Usual.of(knowledge), Causes.of(knowledge));
        }

        public static Known shipped() {
            return SHIPPED;
        }
    }

    /** Gears of the train that may give way in its stead. */
    List<InTrain.Other> others() {
        return train.map(InTrain::others).orElse(List.of());
    }

    /** At which the gear turns, where its train tells. */
    Optional<Double> rpm() {
        return train.flatMap(InTrain::rpm);
    }

    /** A gear that it can change places with, so that both work on flanks that never worked. */
    Optional<Say> twin() {
        return train.flatMap(InTrain::twin);
    }

    Materials materials() {
        return known.materials;
    }

    Pattern.Reading read(ToothMap seen) {
        return Pattern.read(seen, known.causes);
    }

    Material material() {
        return known.materials.material(circumstances.material());
    }

    Material mateMaterial() {
        return known.materials.material(circumstances.mateMaterial());
    }

    public double face() {
        return faceWidthMm.orElse(USUAL_WIDTH * gear.normalModule());
    }

    /** How much of the face bears: no more than the mate has. */
    double bearing() {
        return Math.min(face(), mateWidthMm.orElse(face()));
    }

    Optional<Pattern.Reading> pattern() {
        return map.map(this::read);
    }

    /** Tangential force that a tooth of a gear bears at this place's warmth for a million turns (N). */
    double capacityN(CylindricalGear of, Material material, double widthMm) {
        return material.rootStrengthMpa(circumstances.temperatureC(), MILLION)
                * widthMm
                * of.transverseModule()
                * FormFactor.fromOutline(of);
    }

    /** At which one that is taken along by friction must not slip: when it starts, against its ordinary work (common practice). */
    private static final double STARTING = 2;

    /** The shaft under it; what the gear was bored to where nobody has said. */
    private Optional<Double> shaftMm() {
        return circumstances.shaftMm().or(() -> boreMm);
    }

    /**
     * Torque it must not slip at (N mm): with a flat the stalled motor's, else what starting takes. Where no torque is known, a flat is
     * taken to have been there for something, and by friction it is to hold as the old one did.
     */
    Optional<Double> seatNeedsNmm() {
        Optional<Double> starting = circumstances.motorTorqueNmm().map(torque -> STARTING * torque);
        return (circumstances.keyed() ? circumstances.jamTorqueNmm().or(() -> starting) : starting)
                .filter(torque -> torque > 0)
                .or(() -> Optional.of(originalCapacityN() * gear.referenceDiameterMm() / 2 / Lasting.USUAL_MARGIN)
                        .filter(any -> circumstances.keyed()));
    }

    /**
     * How a gear from stock comes to sit on the old shaft; nothing where no bore and no shaft is known, or none can be made.
     *
     * @param bore none where it is solid
     */
    Optional<Seating> seating(CylindricalGear of, Material material, double lengthMm, Optional<Double> bore) {
        return shaftMm()
                .flatMap(mm -> Seating.of(
                        new Seating.Stock(
                                of.rootDiameterMm(),
                                of.referenceDiameterMm(),
                                of.toothCount(),
                                lengthMm,
                                bore,
                                material),
                        new Seating.On(
                                mm,
                                boreMm.orElse(mm),
                                circumstances.keyed(),
                                circumstances.inStep(),
                                circumstances.temperatureC(),
                                seatNeedsNmm())));
    }

    /** All that is done to a gear from stock, in its order: bored, its tips brought down where they are taller, faced, put on. */
    Alteration alteration(CylindricalGear of, double theirWidthMm, Optional<Seating> seating) {
        boolean taller = of.toothCount() == gear.toothCount()
                && of.rack().addendumCoefficient() > gear.rack().addendumCoefficient();
        return Alteration.of(
                seating,
                new Alteration.Sizes(
                        theirWidthMm,
                        faceWidthMm,
                        of.tipDiameterMm(),
                        taller ? Optional.of(gear.tipDiameterMm()) : Optional.empty()));
    }

    /** What has to be done to a listed gear before it serves here. */
    public Alteration alteration(GearAsListed listed, Material material) {
        CylindricalGear of = listed.gear();
        double width = listed.faceWidthMm() > 0 ? listed.faceWidthMm() : face();
        return alteration(
                of,
                width,
                seating(
                        of,
                        material,
                        Math.min(width, face()),
                        Optional.of(listed.boreMm()).filter(mm -> mm > 0)));
    }

    static final double MILLION = 1e6;

    /** Of the gear as it was when new. */
    double originalCapacityN() {
        return capacityN(gear, material(), bearing());
    }

    /** Of the mate, where it is known. */
    Optional<Double> mateCapacityN() {
        return mate.map(m -> capacityN(m, mateMaterial(), bearing()));
    }

    double forceN(double torqueNmm) {
        return 2 * torqueNmm / gear.referenceDiameterMm();
    }

    /** What the original bore over what it has to bear at work. */
    double margin() {
        return circumstances
                .motorTorqueNmm()
                .filter(torque -> torque > 0)
                .map(torque -> originalCapacityN() / forceN(torque))
                .orElse(Lasting.USUAL_MARGIN);
    }

    /** When old parts of this plastic break in this machine: about now where age broke this one, else when such plastic does. */
    double agesInYears() {
        double age = circumstances.ageYears();
        boolean aged = map.filter(m -> m.brittle()
                        || m.oddColour()
                        || m.hub() == ToothMap.Hub.CRACKED
                        || m.hub() == ToothMap.Hub.SPLIT)
                .isPresent();
        return aged ? FIRST_TO_BREAK * age : Math.max(material().agesInYears(), 1.5 * age);
    }

    /** The one that broke was the first of several; the others follow (from memory). */
    private static final double FIRST_TO_BREAK = 1.25;
}
