package app.gewerk.server.http;

/** A change was asked for without saying who is at the bench. */
public class NobodyHere extends RuntimeException {}
