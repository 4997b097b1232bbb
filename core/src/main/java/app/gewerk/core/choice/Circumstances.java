package app.gewerk.core.choice;

import app.gewerk.core.AtMost;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Refused;
import java.util.List;
import java.util.Optional;

/**
 * What has to be known about a gear's place besides the gear itself; what is left open is left open, and a way that hangs on it
 * says so.
 *
 * @param material of the gear that broke, by its code
 * @param mateMaterial of what it runs with
 * @param temperatureC where it works
 * @param ageYears of the gear
 * @param driven whether the motor's whole force goes through it
 * @param keyed whether the shaft takes it along by a flat, a key or a pin, not by friction alone
 * @param shaftMm the shaft's diameter under it, which with the bore tells how tightly it was pressed
 * @param axialRoomMm free along the shaft
 * @param hubOutMm by which the hub stands out beside the teeth, for a sleeve
 * @param hubAlike whether it can be put on the other way round
 * @param workingArcDeg of a turn over which it ever works; open when it goes all the way round
 * @param meantToFail whether it is the soft part that gives way before something dearer does
 * @param sisters gears of the same plastic and age in the machine
 * @param donorAgeYears of one from a scrapped machine that is at hand
 * @param goodOneAtHand a sound one, or a mended one, to take a mould of
 * @param inStep whether it has to stand in phase with something: another end, a cam, a switch
 * @param original what the maker's spare costs, where it is still sold
 * @param withOriginal what comes with that, or must be bought with it
 * @param assembly what the whole assembly costs
 * @param motorTorqueNmm on this gear at ordinary work
 * @param jamTorqueNmm on this gear with the motor stalled
 * @param nozzleMm of the printer
 * @param hoursRun of the gear in all its life, where somebody knows
 */
public record Circumstances(
        @AtMost(40) String material,
        @AtMost(40) String mateMaterial,
        double temperatureC,
        double ageYears,
        boolean driven,
        boolean keyed,
        Optional<Double> shaftMm,
        Optional<Double> axialRoomMm,
        Optional<Double> hubOutMm,
        Optional<Boolean> hubAlike,
        Optional<Double> workingArcDeg,
        boolean meantToFail,
        int sisters,
        Optional<Double> donorAgeYears,
        boolean goodOneAtHand,
        boolean inStep,
        Optional<Priced> original,
        List<Companion> withOriginal,
        Optional<Priced> assembly,
        Optional<Double> motorTorqueNmm,
        Optional<Double> jamTorqueNmm,
        double nozzleMm,
        Optional<Double> hoursRun) {

    /** Before anybody has said anything: an acetal gear ten years old in a machine of a living room (common practice). */
    public static final Circumstances USUAL = usual(40, 0);

    /** The same at another warmth (°C), with so many of its plastic and age. */
    public static Circumstances usual(double celsius, int sisters) {
        return new Circumstances(
                "POM-C",
                "POM-C",
                celsius,
                10,
                true,
                false,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                false,
                sisters,
                Optional.empty(),
                false,
                false,
                Optional.empty(),
                List.of(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                0.4,
                Optional.empty());
    }

    public Circumstances {
        withOriginal = List.copyOf(withOriginal);
        if (withOriginal.stream().map(Companion::part).distinct().count() < withOriginal.size()) {
            throw Refused.at("withOriginal", "choice.companionTwice");
        }
        Limits.requireBetween("workingTemperature", temperatureC, -40, 250);
        Limits.requireBetween("age", ageYears, 0.1, 150);
        shaftMm.ifPresent(mm -> Limits.requireBetween("shaftDiameter", mm, 0.1, 1000));
        axialRoomMm.ifPresent(mm -> Limits.requireBetween("axialRoom", mm, 0, 200));
        hubOutMm.ifPresent(mm -> Limits.requireBetween("hubOut", mm, 0, 200));
        workingArcDeg.ifPresent(deg -> Limits.requireBetween("workingArc", deg, 1, 360));
        donorAgeYears.ifPresent(years -> Limits.requireBetween("age", years, 0, 150));
        motorTorqueNmm.ifPresent(torque -> Limits.requireBetween("torque", torque, 0, 1e6));
        jamTorqueNmm.ifPresent(torque -> Limits.requireBetween("torque", torque, 0, 1e6));
        Limits.requireBetween("sisters", sisters, 0, 50);
        Limits.requireBetween("nozzle", nozzleMm, 0.05, 2);
        hoursRun.ifPresent(hours -> Limits.requireBetween("hoursRun", hours, 0.1, 1e6));
    }

    /** With what is asked first at the bench. */
    public Circumstances asTold(double years, double roomMm, int many, Priced spare, List<Companion> with) {
        return new Circumstances(
                material,
                mateMaterial,
                temperatureC,
                years,
                driven,
                keyed,
                shaftMm,
                Optional.of(roomMm),
                hubOutMm,
                hubAlike,
                workingArcDeg,
                meantToFail,
                many,
                donorAgeYears,
                goodOneAtHand,
                inStep,
                Optional.of(spare),
                with,
                assembly,
                motorTorqueNmm,
                jamTorqueNmm,
                nozzleMm,
                hoursRun);
    }

    /** With torques that follow from the train, where nobody has said any. */
    public Circumstances withTorques(InTrain train) {
        return new Circumstances(
                material,
                mateMaterial,
                temperatureC,
                ageYears,
                driven,
                keyed,
                shaftMm,
                axialRoomMm,
                hubOutMm,
                hubAlike,
                workingArcDeg,
                meantToFail,
                sisters,
                donorAgeYears,
                goodOneAtHand,
                inStep,
                original,
                withOriginal,
                assembly,
                motorTorqueNmm.or(train::motorTorqueNmm),
                jamTorqueNmm.or(train::jamTorqueNmm),
                nozzleMm,
                hoursRun);
    }
}
