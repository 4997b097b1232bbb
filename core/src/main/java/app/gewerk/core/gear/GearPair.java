package app.gewerk.core.gear;

import static app.gewerk.core.gear.Involute.inv;

import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Two cylindrical gears in mesh on parallel shafts: a pinion, external, and a wheel, external or internal.
 *
 * @param centreDistanceMm the distance the housing holds them at
 * @param pinionTipMm tip diameter in use (the full one unless shortened)
 * @param wheelTipMm likewise
 */
public record GearPair(
        CylindricalGear pinion, CylindricalGear wheel, double centreDistanceMm, double pinionTipMm, double wheelTipMm) {
    /** In modules: as much as the rounding of moulded tips takes away (from memory). */
    private static final double TIP_ROOM = 0.02;

    public GearPair {
        requirePartners(pinion, wheel);
        double reach = pinion.tipDiameterMm() + wheel.tipDiameterMm();
        if (centreDistanceMm > reach) {
            throw new Refused("pair.apart", "given", centreDistanceMm, "reach", reach);
        }
        if (!(centreDistanceMm > 0 && baseCentre(pinion, wheel) < centreDistanceMm)) {
            throw new Refused("pair.tooClose", "given", centreDistanceMm, "least", baseCentre(pinion, wheel));
        }
    }

    /** Whether two gears of one pitch can stand so far apart: their base circles clear of each other, their tips in reach. */
    public static boolean canStandAt(CylindricalGear pinion, CylindricalGear wheel, double centreDistanceMm) {
        return baseCentre(pinion, wheel) < centreDistanceMm
                && centreDistanceMm <= pinion.tipDiameterMm() + wheel.tipDiameterMm();
    }

    /** The pair at a given centre distance with full tips. */
    public static GearPair at(CylindricalGear pinion, CylindricalGear wheel, double centreDistanceMm) {
        return new GearPair(pinion, wheel, centreDistanceMm, pinion.tipDiameterMm(), wheel.tipDiameterMm());
    }

    /** The pair at the distance that leaves no backlash, with full tips. */
    public static GearPair withoutBacklash(CylindricalGear pinion, CylindricalGear wheel) {
        return at(pinion, wheel, zeroBacklashCentreMm(pinion, wheel));
    }

    /**
     * The same pair with both tips cut by m (x₁ + x₂ − y), y taken without backlash, so that the standard clearance is
     * kept there. External pairs.
     */
    public GearPair withShortenedTips() {
        double referenceCentre = pinion.transverseModule() * toothSum(pinion, wheel) / 2;
        double cut = shiftSum(pinion, wheel) * pinion.normalModule()
                - (zeroBacklashCentreMm(pinion, wheel) - referenceCentre);
        return new GearPair(pinion, wheel, centreDistanceMm, pinionTipMm - 2 * cut, wheelTipMm - 2 * cut);
    }

    private static void requirePartners(CylindricalGear pinion, CylindricalGear wheel) {
        if (pinion.internal()) {
            throw new Refused("pair.firstOutside");
        }
        double sameBasePitch = pinion.transverseBasePitchMm() / wheel.transverseBasePitchMm();
        if (Math.abs(sameBasePitch - 1) > 0.02) {
            throw new Refused(
                    "pair.noMesh", "first", pinion.transverseBasePitchMm(), "second", wheel.transverseBasePitchMm());
        }
        if (wheel.internal() && wheel.toothCount() <= pinion.toothCount()) {
            throw new Refused("pair.ringTooSmall");
        }
    }

    private static double toothSum(CylindricalGear pinion, CylindricalGear wheel) {
        return wheel.internal() ? wheel.toothCount() - pinion.toothCount() : wheel.toothCount() + pinion.toothCount();
    }

    private static double baseCentre(CylindricalGear pinion, CylindricalGear wheel) {
        double pinionRadius = pinion.baseDiameterMm() / 2;
        return wheel.baseDiameterMm() / 2 + (wheel.internal() ? -pinionRadius : pinionRadius);
    }

    /** Sum of the shifts that matters: x₁ + x₂, for a ring x₂ − x₁. */
    public static double shiftSum(CylindricalGear pinion, CylindricalGear wheel) {
        double own = pinion.profileShiftCoefficient();
        return wheel.profileShiftCoefficient() + (wheel.internal() ? -own : own);
    }

    /** Working angle without backlash (degrees): inv α_wt = inv α_t + 2 tan α_n Σx / Σz. */
    public static double zeroBacklashAngleDeg(CylindricalGear pinion, CylindricalGear wheel) {
        requirePartners(pinion, wheel);
        return Math.toDegrees(Involute.inverse(zeroBacklashInvolute(pinion, wheel)));
    }

    private static double zeroBacklashInvolute(CylindricalGear pinion, CylindricalGear wheel) {
        double alphaT = Math.toRadians(pinion.transversePressureAngleDeg());
        double tan = Math.tan(pinion.rack().pressureAngleRad());
        return inv(alphaT) + 2 * tan * shiftSum(pinion, wheel) / toothSum(pinion, wheel);
    }

    /** Whether there is a distance at which two gears of one pitch stand without backlash. */
    public static boolean canStandWithoutBacklash(CylindricalGear pinion, CylindricalGear wheel) {
        return !pinion.internal()
                && !(wheel.internal() && wheel.toothCount() <= pinion.toothCount())
                && Involute.inReach(zeroBacklashInvolute(pinion, wheel));
    }

    /** Centre distance without backlash (mm). */
    public static double zeroBacklashCentreMm(CylindricalGear pinion, CylindricalGear wheel) {
        return baseCentre(pinion, wheel) / Math.cos(Math.toRadians(zeroBacklashAngleDeg(pinion, wheel)));
    }

    /** The Σx that makes the given centre distance free of backlash. */
    public static double shiftSumForCentre(CylindricalGear pinion, CylindricalGear wheel, double centreDistanceMm) {
        double working = Math.acos(baseCentre(pinion, wheel) / centreDistanceMm);
        double alphaT = Math.toRadians(pinion.transversePressureAngleDeg());
        return (inv(working) - inv(alphaT))
                * toothSum(pinion, wheel)
                / (2 * Math.tan(pinion.rack().pressureAngleRad()));
    }

    private double workingAngle() {
        return Math.acos(baseCentre(pinion, wheel) / centreDistanceMm);
    }

    /** Working pressure angle at this centre distance (degrees): cos α_wt = (r_b1 ± r_b2) / a. */
    public double workingPressureAngleDeg() {
        return Math.toDegrees(workingAngle());
    }

    /** y = (a − a_reference) / m_n. */
    public double centreDistanceModificationCoefficient() {
        double reference = pinion.transverseModule() * toothSum(pinion, wheel) / 2;
        return (centreDistanceMm - reference) / pinion.normalModule();
    }

    public double pinionWorkingDiameterMm() {
        return pinion.baseDiameterMm() / Math.cos(workingAngle());
    }

    public double wheelWorkingDiameterMm() {
        return wheel.baseDiameterMm() / Math.cos(workingAngle());
    }

    /** Circumferential backlash on the working circles, exact from the tooth thicknesses there (mm). Negative: the teeth bind. */
    public double circumferentialBacklashMm() {
        double workingPitch = Math.PI * pinionWorkingDiameterMm() / pinion.toothCount();
        return workingPitch
                - pinion.toothThicknessAtMm(pinionWorkingDiameterMm())
                - wheel.toothThicknessAtMm(wheelWorkingDiameterMm());
    }

    /** Normal backlash, j cos α_wt cos β_b: what a feeler between the flanks reads (mm). */
    public double normalBacklashMm() {
        return circumferentialBacklashMm()
                * Math.cos(workingAngle())
                * Math.cos(Math.toRadians(pinion.baseHelixAngleDeg()));
    }

    /**
     * How far the shafts may come together, in a ring move apart, until the flanks touch on both sides (mm): exact, from
     * the distance that leaves no backlash. Negative: how far they have to be moved the other way. Teeth so thin that they
     * never touch on both sides may move until the line of action is gone.
     */
    public double radialPlayMm() {
        double touching = canStandWithoutBacklash(pinion, wheel)
                ? zeroBacklashCentreMm(pinion, wheel)
                : baseCentre(pinion, wheel);
        return wheel.internal() ? touching - centreDistanceMm : centreDistanceMm - touching;
    }

    /** The handbook's radial backlash, j / (2 tan α_wt): the first term of {@link #radialPlayMm}, good for small backlash (mm). */
    public double radialBacklashMm() {
        return circumferentialBacklashMm() / (2 * Math.tan(workingAngle()));
    }

    /** Free play of the pinion with the wheel held (degrees). */
    public double pinionFreeAngleDeg() {
        return Math.toDegrees(2 * circumferentialBacklashMm() / pinionWorkingDiameterMm());
    }

    public double wheelFreeAngleDeg() {
        return Math.toDegrees(2 * circumferentialBacklashMm() / wheelWorkingDiameterMm());
    }

    /** Transverse contact ratio, the tips taken at face value. */
    public double contactRatio() {
        return (contactToMm() - contactFromMm()) / pinion.transverseBasePitchMm();
    }

    /** Between the points where the line of action touches the two base circles (mm). */
    private double lineMm() {
        return centreDistanceMm * Math.sin(workingAngle());
    }

    /** Where on the line of action the wheel's tip takes up the contact, from the pinion's base circle (mm); below 0 before it. */
    double contactFromMm() {
        double fromWheel = involuteLength(wheelTipMm, wheel.baseDiameterMm());
        return wheel.internal() ? fromWheel - lineMm() : lineMm() - fromWheel;
    }

    /** Where the pinion's tip lets it go (mm). */
    double contactToMm() {
        return involuteLength(pinionTipMm, pinion.baseDiameterMm());
    }

    /** Unrolled length of the involute from its base circle to a diameter (mm). */
    private static double involuteLength(double diameterMm, double baseMm) {
        return diameterMm <= baseMm ? 0 : Math.sqrt(diameterMm * diameterMm - baseMm * baseMm) / 2;
    }

    /** Radial room between the pinion's tip and the wheel's root (mm). */
    public double clearancePinionTipMm() {
        double wheelRoot = wheel.rootDiameterMm() / 2;
        return wheel.internal()
                ? wheelRoot - centreDistanceMm - pinionTipMm / 2
                : centreDistanceMm - pinionTipMm / 2 - wheelRoot;
    }

    /** Radial room between the wheel's tip and the pinion's root (mm). */
    public double clearanceWheelTipMm() {
        double pinionRoot = pinion.rootDiameterMm() / 2;
        return wheel.internal()
                ? wheelTipMm / 2 - centreDistanceMm - pinionRoot
                : centreDistanceMm - wheelTipMm / 2 - pinionRoot;
    }

    /** Everything that keeps this pair from running, each with what to change. Empty when it runs. */
    public List<Say> interferences() {
        List<Say> found = new ArrayList<>();
        if (circumferentialBacklashMm() < -1e-9) {
            found.add(Say.of(
                    wheel.internal() ? "pair.bindsInRing" : "pair.binds",
                    "by",
                    -circumferentialBacklashMm(),
                    "move",
                    -radialPlayMm()));
        }
        if (clearancePinionTipMm() < -1e-9) {
            found.add(Say.of("pair.firstDigs", "by", -clearancePinionTipMm()));
        }
        if (clearanceWheelTipMm() < -1e-9) {
            found.add(Say.of("pair.secondDigs", "by", -clearanceWheelTipMm()));
        }
        if (wheel.internal()) {
            found.addAll(insideRing());
        }
        found.addAll(asCut());
        return List.copyOf(found);
    }

    /** Two of the classical ways a pinion and its ring get in each other's way (any text on internal gears). */
    private List<Say> insideRing() {
        List<Say> found = new ArrayList<>();
        if (tipsCollide()) {
            found.add(Say.of("pair.tipsStrike"));
        }
        if (!entersSideways()) {
            found.add(Say.of("pair.onlyAlong"));
        }
        return found;
    }

    /**
     * Trochoid interference: away from the line of action a pinion tip has left the ring's space later than the ring's
     * tip comes to where the tip circles cross.
     *
     * <p>θ₁ z₁/z₂ + inv α_w − inv α_a2 ≥ θ₂ must hold, with θ₁ = arccos((r_a2² − r_a1² − a²)/(2 a r_a1)) + inv α_a1 −
     * inv α_w and θ₂ = arccos((a² + r_a2² − r_a1²)/(2 a r_a2)); tip circles that do not cross never collide. Angles from
     * any text on internal gears; checked against turned outlines in {@code ManyGearsTest}.
     */
    private boolean tipsCollide() {
        double tip1 = pinionTipMm / 2;
        double tip2 = wheelTipAsCutMm() / 2;
        double a = centreDistanceMm;
        double cosAtPinion = (tip2 * tip2 - tip1 * tip1 - a * a) / (2 * tip1 * a);
        double cosAtRing = (a * a + tip2 * tip2 - tip1 * tip1) / (2 * a * tip2);
        if (Math.abs(cosAtPinion) > 1 || Math.abs(cosAtRing) > 1) {
            return false;
        }
        double atPinion = Math.acos(cosAtPinion) + involuteAt(tip1, pinion) - inv(workingAngle());
        double pinionTurn = atPinion * pinion.toothCount() / wheel.toothCount();
        return pinionTurn + inv(workingAngle()) - involuteAt(tip2, wheel) < Math.acos(cosAtRing) - 1e-12;
    }

    /**
     * Whether the pinion can be moved radially into its place in the ring (trimming interference).
     *
     * <p>β₁ + inv α_a1 − inv α_w ≥ (z₂/z₁) (β₂ + inv α_a2 − inv α_w), with β₁ = arcsin √((1 − (cos α_a1/cos α_a2)²)/(1 −
     * (z₁/z₂)²)) and β₂ = arcsin √(((cos α_a2/cos α_a1)² − 1)/((z₂/z₁)² − 1)); always where α_a1 ≥ α_a2 (any text on
     * internal gears).
     */
    private boolean entersSideways() {
        double cos1 = pinion.baseDiameterMm() / pinionTipMm;
        double cos2 = Math.min(1, wheel.baseDiameterMm() / wheelTipMm);
        double ratio = wheel.toothCount() / (double) pinion.toothCount();
        if (cos1 >= cos2) {
            return true;
        }
        double first = Math.asin(Math.sqrt((1 - cos1 * cos1 / (cos2 * cos2)) / (1 - 1 / (ratio * ratio))));
        double second = Math.asin(Math.min(1, Math.sqrt((cos2 * cos2 / (cos1 * cos1) - 1) / (ratio * ratio - 1))));
        double working = inv(workingAngle());
        return first + involuteAt(pinionTipMm / 2, pinion) - working
                >= ratio * (second + involuteAt(wheelTipMm / 2, wheel) - working) - 1e-12;
    }

    /** A ring has no flank inside its base circle, and no tips there (mm). */
    private double wheelTipAsCutMm() {
        return wheel.internal() ? Math.max(wheelTipMm, wheel.baseDiameterMm()) : wheelTipMm;
    }

    private static double involuteAt(double radius, CylindricalGear gear) {
        return inv(Math.toRadians(gear.pressureAngleAtDeg(2 * radius)));
    }

    /** What the teeth do to each other as they are really cut: tips in the mate's material, and flanks too short to hand over. */
    private List<Say> asCut() {
        Outcome<ToothForm> pinionForm = ToothForm.tried(pinion);
        Outcome<ToothForm> wheelForm = ToothForm.tried(wheel);
        Optional<Refusal> broken = pinionForm.why().or(wheelForm::why);
        if (broken.isPresent()) {
            return List.of(Say.of("pair.noWholeTeeth", "why", broken.get().say()));
        }
        ToothForm one = pinionForm.orRefuse();
        ToothForm other = wheelForm.orRefuse();
        double backlash = circumferentialBacklashMm();
        double room = TIP_ROOM * pinion.normalModule();
        List<Say> found = new ArrayList<>();
        if (new TipPath(one, wheel, wheelTipAsCutMm(), wheelWorkingDiameterMm(), centreDistanceMm, backlash).depthMm()
                > room) {
            found.add(Say.of(wheel.internal() ? "pair.ringInFillet" : "pair.secondInFillet"));
        }
        if (new TipPath(other, pinion, pinionTipMm, pinionWorkingDiameterMm(), centreDistanceMm, backlash).depthMm()
                > room) {
            found.add(Say.of("pair.firstInFillet"));
        }
        double ratio = usableContactRatio(one, other);
        if (ratio < 1) {
            found.add(Say.of("pair.letsGo", "ratio", ratio));
        }
        return found;
    }

    /**
     * Transverse contact ratio on the flanks as they are really cut: contact that would lie below the form circle of either
     * gear, in a fillet or where undercut has taken the flank, does not count. None where either has no whole teeth.
     */
    public Optional<Double> usableContactRatio() {
        return ToothForm.tried(pinion)
                .made()
                .flatMap(one -> ToothForm.tried(wheel).made().map(other -> usableContactRatio(one, other)));
    }

    private double usableContactRatio(ToothForm pinionForm, ToothForm wheelForm) {
        double from = Math.max(contactFromMm(), involuteLength(pinionForm.formDiameterMm(), pinion.baseDiameterMm()));
        double wheelFlank = involuteLength(wheelForm.formDiameterMm(), wheel.baseDiameterMm());
        double to = Math.min(contactToMm(), wheel.internal() ? wheelFlank - lineMm() : lineMm() - wheelFlank);
        return Math.max(0, to - from) / pinion.transverseBasePitchMm();
    }
}
