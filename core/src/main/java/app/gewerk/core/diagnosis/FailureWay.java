package app.gewerk.core.diagnosis;

import java.util.Set;

/**
 * A way in which parts of some types fail.
 *
 * @param rate how often, beside the other ways, before anything is seen
 */
public record FailureWay(String code, String words, Set<String> types, double rate) {}
