package app.gewerk.server.warmup;

import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.lang.management.MemoryType;
import java.lang.management.MemoryUsage;
import java.util.List;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Memory that a moment's work needed (a photograph unpacked takes 36 MB) is given back once the work is over: the
 * collector alone leaves it until the heap is full again. A collection stops everybody for some tens of milliseconds, so
 * only a server at rest makes one, and only where there is much to give back.
 */
@Component
class GivingBack {
    private static final long EVERY_MS = 10_000;
    private static final long WORTH_BYTES = 24L << 20;
    /** The share of one processor below which nobody is served just now. */
    private static final double AT_REST = 0.1;

    private final List<MemoryPoolMXBean> pools = ManagementFactory.getMemoryPoolMXBeans().stream()
            .filter(pool -> pool.getType() == MemoryType.HEAP)
            .filter(MemoryPoolMXBean::isCollectionUsageThresholdSupported)
            .filter(MemoryPoolMXBean::isUsageThresholdSupported)
            .toList();
    private long workedNs = workedNs();
    private long atNs = System.nanoTime();

    @Scheduled(initialDelay = 3 * EVERY_MS, fixedDelay = EVERY_MS)
    void giveBack() {
        long worked = workedNs();
        long at = System.nanoTime();
        double share = (worked - workedNs) / (double) (at - atNs);
        workedNs = worked;
        atNs = at;
        giveBack(share);
    }

    void giveBack(double share) {
        if (pools.stream().anyMatch(pool -> worthIt(pool.getUsage(), pool.getCollectionUsage(), share))) {
            System.gc();
        }
    }

    /** @param lived what was in use after the last collection */
    static boolean worthIt(MemoryUsage now, MemoryUsage lived, double shareOfProcessor) {
        return shareOfProcessor < AT_REST && now.getUsed() - lived.getUsed() > WORTH_BYTES;
    }

    private static long workedNs() {
        return ManagementFactory.getPlatformMXBean(com.sun.management.OperatingSystemMXBean.class)
                .getProcessCpuTime();
    }
}
