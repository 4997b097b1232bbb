package app.gewerk.server.paper;

import app.gewerk.core.Wire;

/** What a printer is loaded with. */
public enum Paper {
    A4(210, 297),
    LETTER(215.9, 279.4);

    private final double widthMm;
    private final double heightMm;

    Paper(double widthMm, double heightMm) {
        this.widthMm = widthMm;
        this.heightMm = heightMm;
    }

    public double widthMm() {
        return widthMm;
    }

    public double heightMm() {
        return heightMm;
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
