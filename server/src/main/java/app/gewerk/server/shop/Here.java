package app.gewerk.server.shop;

/** Who is at the bench, in which shop. A controller asks for it as a parameter; every look into a shop's data names it. */
public record Here(long shopId, long personId, String personName) {}
