package app.gewerk.core.diagnosis;

import app.gewerk.core.train.Component;
import app.gewerk.core.words.Say;

/** One part that has failed in one way. */
public record Fault(Component component, FailureWay way) {
    /** By which answers, culprits and experience name it: {@code middleGear/splitHub}. */
    public String key() {
        return component.code() + "/" + way.code();
    }

    public Say words() {
        return Say.of("fault", "part", component.words(), "way", way.words());
    }
}
