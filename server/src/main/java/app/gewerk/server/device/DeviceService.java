package app.gewerk.server.device;

import app.gewerk.server.shop.ShopService;
import java.util.Arrays;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Machines by maker and model. */
@Service
public class DeviceService {
    private static final int SHOWN = 8;

    private final DeviceStore store;
    private final ShopService shop;

    DeviceService(DeviceStore store, ShopService shop) {
        this.store = store;
        this.shop = shop;
    }

    /** @param jobs how many have been on this bench */
    public record Machine(long id, String kind, String maker, String name, int jobs) {}

    /** Machines whose maker and model hold all the words, the most frequent first. */
    public List<Machine> find(String text) {
        List<String> words = Arrays.stream(text.strip().split("\\s+"))
                .filter(w -> !w.isEmpty())
                .limit(6)
                .toList();
        return store.find(shop.shop().id(), words, SHOWN);
    }

    /** The machine's number, new when it was not known. */
    @Transactional
    public long known(String kind, String maker, String name) {
        long shopId = shop.shop().id();
        return store.id(shopId, maker, name).orElseGet(() -> {
            store.insert(shopId, kind, maker, name);
            return store.id(shopId, maker, name).orElseThrow();
        });
    }
}
