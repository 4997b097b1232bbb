package app.gewerk.core.account;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.words.Refused;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SecretsTest {
    @ParameterizedTest
    @ValueSource(strings = {"greasy thumbs 7", "Zahnrad im Tee", "ÄÖÜäöüßéèê", "kq7Zp2mWx9"})
    void passwordsThatNobodyTriesFirstAreTaken(String password) {
        assertThatCode(() -> Secrets.requirePassword(password, "Ilva", "Werkstatt am Kanal"))
                .doesNotThrowAnyException();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "short",
                "aaaaaaaaaaaa",
                "1234567890",
                "password1234",
                "Ilva12345678",
                "qwertyuiop",
                "IlvaIlvaIlva"
            })
    void passwordsThatAreTriedFirstAreNot(String password) {
        assertThatThrownBy(() -> Secrets.requirePassword(password, "Ilva")).isInstanceOf(Refused.class);
    }

    @Test
    void aPasswordHasAnEnd() {
        assertThatThrownBy(() -> Secrets.requirePassword("kq7Zp2mWx9".repeat(21)))
                .isInstanceOf(Refused.class);
    }

    @ParameterizedTest
    @ValueSource(strings = {"123", "1234", "4321", "0000", "123456789", "12a4", "", "٣٤٥٦", "987654"})
    void pinsThatAreNoneOrTriedFirstAreNotTaken(String pin) {
        assertThatThrownBy(() -> Secrets.requirePin(pin)).isInstanceOf(Refused.class);
    }

    @ParameterizedTest
    @ValueSource(strings = {"2580", "1212", "90417", "33339999"})
    void othersAre(String pin) {
        assertThatCode(() -> Secrets.requirePin(pin)).doesNotThrowAnyException();
    }
}
