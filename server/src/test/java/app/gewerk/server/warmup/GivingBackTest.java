package app.gewerk.server.warmup;

import static org.assertj.core.api.Assertions.assertThat;

import java.lang.management.ManagementFactory;
import java.lang.management.MemoryUsage;
import org.junit.jupiter.api.Test;

class GivingBackTest {
    private static MemoryUsage used(long megabytes) {
        return new MemoryUsage(0, megabytes << 20, megabytes << 20, 192L << 20);
    }

    @Test
    void onlyAServerAtRestCollectsAndOnlyWhereMuchWouldBeGivenBack() {
        assertThat(GivingBack.worthIt(used(120), used(50), 0.02)).isTrue();
        assertThat(GivingBack.worthIt(used(120), used(50), 0.5)).as("in work").isFalse();
        assertThat(GivingBack.worthIt(used(60), used(50), 0.02)).as("little").isFalse();
    }

    /** Under the collector that the start command picks, or another: what was in use comes down. */
    @Test
    void whatAMomentNeededIsCollected() {
        GivingBack giving = new GivingBack();
        byte[][] pictures = new byte[5][];
        for (int i = 0; i < pictures.length; i++) {
            pictures[i] = new byte[24 << 20];
        }
        assertThat(inUse()).isGreaterThan(5 * (24L << 20));
        pictures = new byte[0][];
        assertThat(pictures).isEmpty();
        long before = inUse();
        giving.giveBack(0.02);
        assertThat(inUse()).isLessThan(before - 4 * (24L << 20));
    }

    private static long inUse() {
        return ManagementFactory.getMemoryMXBean().getHeapMemoryUsage().getUsed();
    }
}
