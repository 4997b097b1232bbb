package app.gewerk.server.stores;

import app.gewerk.core.AtMost;
import app.gewerk.core.stores.PartKey;
import app.gewerk.core.stores.Supersession;
import app.gewerk.core.words.Refused;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.shop.Here;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What parts are called, what they were called before, and what they are taken for. */
@Service
public class NumberService {
    private static final int MOST = 2000;

    private final NumberStore store;
    private final DeviceService devices;

    NumberService(NumberStore store, DeviceService devices) {
        this.store = store;
        this.devices = devices;
    }

    /** A number of a chain. @param until when the next one came in its place */
    public record Called(String number, String name, Optional<LocalDate> until) {}

    /** Where it sits. @param position in the maker's exploded view */
    public record SitsAt(
            long modelId,
            @AtMost(200) String machine,
            @AtMost(40) String position) {}

    /** What must be bought with it. */
    public record GoesWith(
            int pieces,
            @AtMost(200) String name,
            @AtMost(60) Optional<String> number) {}

    /** What it is taken for. @param tell how to tell this one from the other */
    public record Lookalike(
            @AtMost(60) String number,
            @AtMost(200) String name,
            @AtMost(300) String tell) {}

    /**
     * A part number with all that is known of it.
     *
     * @param chain from this number to the one sold today, this one first
     * @param older numbers that it came in place of
     */
    public record PartCard(
            String number,
            String name,
            List<Called> chain,
            List<Called> older,
            List<SitsAt> places,
            List<GoesWith> companions,
            List<Lookalike> lookalikes,
            int version) {}

    /** A number and its name, for a list. */
    public record KnownNumber(String number, String name, boolean current) {}

    @Transactional(readOnly = true)
    public List<KnownNumber> all(Here here) {
        return known(store.all(here, MOST));
    }

    private static List<KnownNumber> known(List<NumberStore.Kept> kept) {
        return kept.stream()
                .map(k -> new KnownNumber(k.number(), k.name(), k.newer().isEmpty()))
                .toList();
    }

    /** Numbers of the parts of these models. @param position in the exploded view, where only that is wanted */
    @Transactional(readOnly = true)
    public List<KnownNumber> ofModels(Here here, Collection<Long> models, Optional<String> position) {
        return models.isEmpty() ? List.of() : known(store.ofModel(here, models, position));
    }

    /** The number under which a part is sold today. */
    @Transactional(readOnly = true)
    public Optional<PartKey> soldToday(Here here, PartKey key) {
        return Optional.of(chain(here, key).getLast());
    }

    @Transactional(readOnly = true)
    public Optional<PartCard> find(Here here, PartKey key) {
        return store.number(here, key).map(kept -> card(here, kept));
    }

    @Transactional(readOnly = true)
    public PartCard card(Here here, String number) {
        PartKey key = PartKey.required(number).orRefuse();
        return find(here, key).orElseThrow(() -> new NotFound("missing.number", "number", number));
    }

    private PartCard card(Here here, NumberStore.Kept kept) {
        List<Called> chain = chain(here, kept.key()).stream()
                .map(key -> store.number(here, key).orElseThrow().called())
                .toList();
        return new PartCard(
                kept.number(),
                kept.name(),
                chain,
                store.older(here, kept.key()).stream()
                        .map(NumberStore.Kept::called)
                        .toList(),
                store.places(here, kept.key()),
                store.companions(here, kept.key()),
                store.lookalikes(here, kept.key()),
                kept.version());
    }

    private List<PartKey> chain(Here here, PartKey key) {
        return Supersession.chain(key, k -> store.number(here, k).flatMap(NumberStore.Kept::newer))
                .orRefuse();
    }

    /** The number and every one that came before or after it: all that may stand on a part that would do. */
    @Transactional(readOnly = true)
    public Set<PartKey> sameParts(Here here, PartKey key) {
        Set<PartKey> all = new HashSet<>(chain(here, key));
        List<PartKey> open = List.copyOf(all);
        while (!open.isEmpty()) {
            open = open.stream()
                    .flatMap(k -> store.older(here, k).stream())
                    .map(NumberStore.Kept::key)
                    .filter(all::add)
                    .toList();
        }
        return all;
    }

    /** What somebody says of a number; what stood there is replaced. */
    public record Saying(
            String name,
            Optional<String> supersededBy,
            Optional<LocalDate> supersededOn,
            List<SitsAt> places,
            List<GoesWith> companions,
            List<Lookalike> lookalikes) {}

    /** @param version of what it replaces, 0 for a number that nobody had */
    @Transactional
    public PartCard save(Here here, String number, int version, Saying saying) {
        PartKey key = PartKey.required(number).orRefuse();
        if (saying.name().isBlank()) {
            throw Refused.at("name", "part.name");
        }
        store.lock(here);
        if (version == 0) {
            if (store.number(here, key).isPresent()) {
                throw new Stale(card(here, number));
            }
            store.know(here, key, number.strip(), saying.name().strip());
        } else if (store.number(here, key).isEmpty()) {
            throw new NotFound("missing.number", "number", number);
        }
        Optional<PartKey> newer = saying.supersededBy()
                .filter(n -> !n.isBlank())
                .map(n -> other(here, key, n, saying.name(), "supersededBy"));
        if (!store.change(
                here,
                key,
                version == 0 ? 1 : version,
                number.strip(),
                saying.name().strip(),
                newer,
                newer.flatMap(n -> saying.supersededOn()))) {
            throw new Stale(card(here, number));
        }
        chain(here, key);
        for (SitsAt place : saying.places()) {
            devices.model(here, place.modelId());
        }
        for (GoesWith with : saying.companions()) {
            if (with.pieces() < 1 || with.pieces() > 1000 || with.name().isBlank()) {
                throw Refused.at("companions", "part.companion");
            }
        }
        store.savePlaces(here, key, saying.places());
        store.saveCompanions(here, key, saying.companions());
        store.forgetLookalikes(here, key);
        for (Lookalike lookalike : saying.lookalikes()) {
            if (lookalike.tell().isBlank()) {
                throw Refused.at("lookalikes", "part.tell");
            }
            store.saveLookalike(
                    here, key, other(here, key, lookalike.number(), lookalike.name(), "lookalikes"), lookalike.tell());
        }
        return card(here, number);
    }

    /** Another number that this one leads to, known from now on. */
    private PartKey other(Here here, PartKey from, String number, String name, String field) {
        PartKey key = PartKey.required(number).orRefuse();
        if (key.equals(from)) {
            throw Refused.at(field, "part.itself", "number", number);
        }
        store.know(here, key, number.strip(), name.strip());
        return key;
    }
}
