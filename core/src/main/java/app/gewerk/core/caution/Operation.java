package app.gewerk.core.caution;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Step;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** Something about to be done to a machine. Some belong to a step of the job, the others are said when they come. */
public enum Operation {
    START("start on it", Step.TAKE_IN),
    POWER("run it", Step.LISTEN),
    OPEN("open it", Step.OPEN),
    CLEAN("clean it", Step.LOOK),
    MAKE("make a part", Step.GET),
    CLOSE("close it", Step.CLOSE_UP),
    RUN("try it under load", Step.PROVE),
    RETURN("give it back", Step.HAND_BACK),
    HEAT("heat or solder", null),
    SOLVENT("use a solvent", null),
    GLUE("glue or cast", null),
    PRESS("press or hammer", null),
    CUT("cut, drill or grind", null);

    private final String words;
    private final @org.jspecify.annotations.Nullable Step step;

    Operation(String words, @org.jspecify.annotations.Nullable Step step) {
        this.words = words;
        this.step = step;
    }

    public String words() {
        return words;
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
