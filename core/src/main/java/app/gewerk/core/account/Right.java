package app.gewerk.core.account;

import app.gewerk.core.Wire;

/** What something that is asked for needs. */
public enum Right {
    /** To see the jobs, the device book, the journal. */
    LOOK,
    /** To take in, to estimate, to hand back, to photograph, to move a tray. */
    COUNTER,
    /** To work on a machine: everything that is found out, taken apart, measured, decided and made. */
    BENCH,
    /** To say what the shop's terms and rules are, and who works in it. */
    SHOP;

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
