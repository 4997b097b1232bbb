package app.gewerk.core.diagnosis;

/** One part that has failed in one way. */
public record Fault(Component component, FailureWay way) {
    /** By which answers, culprits and experience name it: {@code middleGear/splitHub}. */
    public String key() {
        return component.code() + "/" + way.code();
    }

    public String words() {
        return component.words() + " " + way.words();
    }
}
