package app.gewerk.core.stores;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.words.Refusal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class SupersessionTest {
    private final Map<PartKey, PartKey> newer = new HashMap<>();

    private static PartKey key(String text) {
        return PartKey.of(text).orElseThrow();
    }

    @Test
    void anOldNumberLeadsToTheOneSoldToday() {
        newer.put(key("A1"), key("B1"));
        newer.put(key("B1"), key("C1"));
        assertThat(Supersession.chain(key("a-1"), k -> Optional.ofNullable(newer.get(k)))
                        .made())
                .hasValue(List.of(key("A1"), key("B1"), key("C1")));
        assertThat(Supersession.chain(key("C1"), k -> Optional.ofNullable(newer.get(k)))
                        .made())
                .hasValue(List.of(key("C1")));
    }

    @Test
    void twoThatSupersedeEachOtherAreRefusedInsteadOfGoingRound() {
        newer.put(key("A1"), key("B1"));
        newer.put(key("B1"), key("A1"));
        assertThat(Supersession.chain(key("A1"), k -> Optional.ofNullable(newer.get(k)))
                        .why())
                .map(Refusal::say)
                .hasValueSatisfying(say -> assertThat(say.code()).isEqualTo("part.ring"));
    }

    @Test
    void aNumberNeedsALetterOrAFigure() {
        assertThat(PartKey.of(" -./ ")).isEmpty();
        assertThat(PartKey.of("1".repeat(41))).isEmpty();
        assertThat(PartKey.of("ä-7")).hasValue(new PartKey("7"));
    }
}
