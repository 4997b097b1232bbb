package app.gewerk.core.diagnosis;

/**
 * One thing that may be wrong.
 *
 * @param generalRate how often it is the fault among machines brought in, before anything is seen
 * @param check what to do to find out
 */
public record Fault(String code, String words, double generalRate, String check) {}
