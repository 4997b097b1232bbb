package app.gewerk.core.caution;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** Something about to be done to a machine. Some belong to a step of the job, the others are said when they come. */
public enum Operation {
    START(Step.TAKE_IN),
    POWER(Step.LISTEN),
    OPEN(Step.OPEN),
    CLEAN(Step.LOOK),
    MAKE(Step.GET),
    CLOSE(Step.CLOSE_UP),
    RUN(Step.PROVE),
    RETURN(Step.HAND_BACK),
    HEAT(null),
    SOLVENT(null),
    GLUE(null),
    PRESS(null),
    CUT(null);

    private final @org.jspecify.annotations.Nullable Step step;

    Operation(@org.jspecify.annotations.Nullable Step step) {
        this.step = step;
    }

    public Say words() {
        return Say.of(this);
    }

    /** The step where it is always done; none when the technician has to say. */
    public Optional<Step> step() {
        return Optional.ofNullable(step);
    }

    /** Those that belong to no step. */
    public static List<Operation> said() {
        return Arrays.stream(values()).filter(o -> o.step == null).toList();
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
