package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.server.attachment.Attachments;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopScope;
import jakarta.servlet.http.Cookie;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.security.MessageDigest;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;

@ApiTest
class AttachmentsTest {
    @Autowired
    private Attachments attachments;

    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    @Autowired
    private ShopScope scope;

    private Here here = new Here(0, 0, "");
    private long job;

    @BeforeEach
    void aJobIsOpen() {
        Cookie mara = api.stepUp("Mara");
        job = api.job(mara, "x");
        String[] who = mara.getValue().split("\\.");
        here = new Here(Long.parseLong(who[0]), Long.parseLong(who[1]), "Mara");
    }

    private long kept(byte[] bytes) {
        return scope.in(here.shopId(), () -> {
            try {
                return attachments.keep(
                        here, job, Attachments.Kind.PHOTO, "image/jpeg", new ByteArrayInputStream(bytes));
            } catch (IOException fromMemory) {
                throw new AssertionError(fromMemory);
            }
        });
    }

    private byte[] back(long id) {
        return scope.in(here.shopId(), () -> {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            try {
                attachments.write(here, attachments.attachment(here, id), out);
            } catch (IOException toMemory) {
                throw new AssertionError(toMemory);
            }
            return out.toByteArray();
        });
    }

    /** About the border of a piece, where an end is easily lost or doubled. */
    @ParameterizedTest
    @ValueSource(ints = {0, 1, 262_143, 262_144, 262_145, 1_000_000})
    void whatIsKeptComesBack(int size) throws Exception {
        byte[] bytes = new byte[size];
        new Random(size).nextBytes(bytes);
        long id = kept(bytes);
        assertThat(back(id)).isEqualTo(bytes);
        Attachments.Attachment about = scope.in(here.shopId(), () -> attachments.attachment(here, id));
        assertThat(about.size()).isEqualTo(size);
        assertThat(about.sha256())
                .isEqualTo(MessageDigest.getInstance("SHA-256").digest(bytes));
        assertThat(owner.value(byte[].class, "select sha256 from attachment where id = ?", id))
                .isEqualTo(about.sha256());
    }

    @Test
    void whatIsRemovedLeavesNothingBehind() {
        long id = kept(new byte[600_000]);
        assertThat(owner.value(Integer.class, "select count(*)::int from attachment_piece where attachment_id = ?", id))
                .isEqualTo(3);
        scope.in(here.shopId(), () -> {
            attachments.remove(here, id);
            return id;
        });
        assertThat(owner.value(Integer.class, "select count(*)::int from attachment_piece where attachment_id = ?", id))
                .isZero();
        assertThatThrownBy(() -> scope.in(here.shopId(), () -> attachments.attachment(here, id)))
                .isInstanceOf(NotFound.class);
    }

    @Test
    void aThrownPhotographTakesItsBytesAlong() throws IOException {
        Cookie mara = api.stepUp("Mara");
        long photo = api.upload(
                        mara, "/api/photo/" + job + "?key=photo-0009&step=look&name=x", PhotoApiTest.jpeg(400, 300))
                .body()
                .path("id")
                .asLong();
        String ofJob = "select count(*)::int from attachment where job_id = ?";
        assertThat(owner.value(Integer.class, ofJob, job)).isEqualTo(2);
        api.delete(mara, "/api/photo/" + job + "/" + photo);
        assertThat(owner.value(Integer.class, ofJob, job)).isZero();
    }
}
