package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.gear.Limits;
import java.util.Optional;

/**
 * What drives a machine. Where its torque was not measured, it follows from volts, amperes and efficiency.
 *
 * @param part of the machine
 * @param shaft it turns
 * @param speedRpm at ordinary work; below 0 where it turns clockwise as drawn
 * @param torqueNmm at ordinary work
 * @param stallTorqueNmm held fast
 * @param volts at its terminals
 * @param amperes at ordinary work
 * @param stallAmperes held fast
 * @param efficiency share of the electrical power that comes out at ordinary work
 */
public record Motor(
        @AtMost(40) String part,
        @AtMost(40) String shaft,
        Optional<Double> speedRpm,
        Optional<Double> torqueNmm,
        Optional<Double> stallTorqueNmm,
        Optional<Double> volts,
        Optional<Double> amperes,
        Optional<Double> stallAmperes,
        Optional<Double> efficiency) {

    /** Of a small brushed motor at ordinary work (from memory). */
    private static final double USUAL_EFFICIENCY = 0.5;

    public Motor {
        speedRpm.ifPresent(rpm -> Limits.requireBetween("speed", rpm, -200_000, 200_000));
        torqueNmm.ifPresent(torque -> Limits.requireBetween("torque", torque, 0, 1e6));
        stallTorqueNmm.ifPresent(torque -> Limits.requireBetween("torque", torque, 0, 1e6));
        volts.ifPresent(v -> Limits.requireBetween("volts", v, 0, 1000));
        amperes.ifPresent(a -> Limits.requireBetween("amperes", a, 0, 1000));
        stallAmperes.ifPresent(a -> Limits.requireBetween("amperes", a, 0, 1000));
        efficiency.ifPresent(share -> Limits.requireBetween("efficiency", share, 0.01, 1));
    }

    /** Of which only is known where it sits. */
    public static Motor open(String part, String shaft) {
        return new Motor(
                part,
                shaft,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    /** At ordinary work (N mm): as measured, else U I η over the angular speed. */
    public Optional<Double> workTorqueNmm() {
        return torqueNmm.or(() -> speedRpm.filter(rpm -> rpm != 0)
                .flatMap(rpm -> volts.flatMap(u -> amperes.map(i ->
                        1000 * u * i * efficiency.orElse(USUAL_EFFICIENCY) / (2 * Math.PI * Math.abs(rpm) / 60)))));
    }

    /** Held fast (N mm): as measured, else the torque at work by the ratio of the currents. */
    public Optional<Double> heldTorqueNmm() {
        return stallTorqueNmm.or(() -> workTorqueNmm()
                .flatMap(torque -> stallAmperes.flatMap(held ->
                        amperes.filter(i -> i > 0).map(i -> torque * Math.max(1, held / i)))));
    }
}
