package app.gewerk.core.diagnosis;

/** Something a technician can see, hear or feel before opening the machine. */
public record Observation(String code, String words) {}
