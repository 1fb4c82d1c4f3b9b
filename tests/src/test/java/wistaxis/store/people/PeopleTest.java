package wistaxis.store.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Sha256;
import wistaxis.store.files.DiskProblem;

/** Personal data beside the ledger: sealed, found, forgotten, and nowhere else on the disk. */
class PeopleTest {
    private static final Instant AT = Instant.parse("2026-05-12T10:00:00Z");

    @TempDir
    private Path folder;

    /** Published: test case 16 of the Galois/Counter Mode specification (McGrew and Viega, 2005), which NIST SP 800-38D refers to. */
    @Test
    void theCipherOfThisJavaIsTheOneThatWasPublished() throws Exception {
        HexFormat hex = HexFormat.of();
        Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
        cipher.init(Cipher.ENCRYPT_MODE, new SecretKeySpec(hex.parseHex("feffe9928665731c6d6a8f9467308308feffe9928665731c6d6a8f9467308308"),
                "AES"), new GCMParameterSpec(128, hex.parseHex("cafebabefacedbaddecaf888")));
        cipher.updateAAD(hex.parseHex("feedfacedeadbeeffeedfacedeadbeefabaddad2"));
        assertThat(hex.formatHex(cipher.doFinal(hex.parseHex("d9313225f88406e5a55909c5aff5269a86a7a9531534f7da2e4c303d8a318a721c3c0c95956809532"
                + "fcf0e2449a6b525b16aedf5aa0de657ba637b39")))).isEqualTo("522dc1f099567d07f47f37a32a84427d643a8cdcbfe5c0c97598a2bd2555d1aa8cb08e48"
                + "590dbb3da7b08b1056828838c5f61e6393ba7a0abcc9f66276fc6ece0f4e1768cddf8853bb2d551b");
    }

    /** Published: NIST CAVP, gcmEncryptExtIV256.rsp, the first cases of 0 and of 128 bits of text; from memory, confirmed by the result. */
    @Test
    void theCipherAgreesWithCavp() throws Exception {
        assertThat(gcm("b52c505a37d78eda5dd34f20c22540ea1b58963cf8e5bf8ffa85f9f2492505b4", "516c33929df5a3284ff463d7", ""))
                .isEqualTo("bdc1ac884d332457a1d2664f168c76f0");
        assertThat(gcm("31bdadd96698c204aa9ce1448ea94ae1fb4a9a0b3c9d773b51bb1822666b8f22", "0d18e06c7c725ac9e362e1ce",
                "2db5168e932556f8089a0622981d017d")).isEqualTo("fa4362189661d163fcd6a56d8bf0405ad636ac1bbedd5cc3ee727dc2ab4a9489");
    }

    private static String gcm(String key, String nonce, String text) throws Exception {
        HexFormat hex = HexFormat.of();
        Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
        cipher.init(Cipher.ENCRYPT_MODE, new SecretKeySpec(hex.parseHex(key), "AES"), new GCMParameterSpec(128, hex.parseHex(nonce)));
        return hex.formatHex(cipher.doFinal(hex.parseHex(text)));
    }

    private static People.Person named(String name, String reach) {
        return People.Person.NOBODY.named(name, reach, null);
    }

    @Test
    void sealedFoundForgottenAndNowhereElse() throws IOException {
        Path file = folder.resolve("people.db");
        try (People people = People.open(file)) {
            people.seal("T-0001", _ -> named("Bertha Quillfeather", "quay 99"));
            String digest = people.seal("T-0001", _ -> named("Ada Quillfeather", "+00 171 234-5678").withImei("356958031648321")).digest();
            people.seal("T-0002", _ -> named("Ada Marrow", "").withSerials(List.of("00008101-000A11112222001E")));
            assertThat(people.find("bertha")).as("what was sealed before is not found any more").isEmpty();
            assertThat(digest).hasSize(64).isNotEqualTo(Sha256.of("Ada Quillfeather".getBytes(StandardCharsets.UTF_8)));
            assertThat(people.of("T-0001")).contains(named("Ada Quillfeather", "+00 171 234-5678")
                    .withImei("356958031648321"));
            assertThat(people.find("ada")).containsExactly("T-0002", "T-0001");
            assertThat(people.find("ADA quillfeather")).containsExactly("T-0001");
            assertThat(people.find("00 171 2345678")).as("a number however it is written").containsExactly("T-0001");
            assertThat(people.find("356958031648321")).containsExactly("T-0001");
            assertThat(people.find("00008101-000A11112222001E")).containsExactly("T-0002");
            assertThat(people.find("quill")).as("whole words").isEmpty();
            assertThat(people.find("")).isEmpty();
            assertThatThrownBy(() -> named(" ", "")).isInstanceOf(BadInput.class);
            people.forget("T-0001", AT);
            assertThat(people.of("T-0001")).isEmpty();
            assertThat(people.forgotten("T-0001")).contains(AT);
            assertThat(people.find("quillfeather")).isEmpty();
            assertThat(people.find("ada")).containsExactly("T-0002");
        }
        try (var files = Files.list(folder)) {
            for (Path f : files.toList()) {
                assertThat(new String(Files.readAllBytes(f), StandardCharsets.ISO_8859_1)).as(f.toString())
                        .doesNotContain("Quillfeather", "quillfeather", "Marrow", "2345678", "356958031648321");
            }
        }
        try (People again = People.open(file)) {
            assertThat(again.of("T-0002").map(People.Person::name)).contains("Ada Marrow");
            assertThat(again.find("marrow")).containsExactly("T-0002");
        }
    }

    /** Forgetting while somebody reads: said when it is true on the disk, and not before. */
    @Test
    void forgottenIsWhatNoFileHoldsAnyMore() throws Exception {
        Path file = folder.resolve("people.db");
        try (People people = People.open(file)) {
            people.seal("T-0001", _ -> named("Ada Quillfeather", "quay 99"));
            byte[] sealed;
            try (var reader = DriverManager.getConnection("jdbc:sqlite:" + file); var s = reader.createStatement()) {
                reader.setAutoCommit(false);
                try (var row = s.executeQuery("SELECT sealed FROM person")) {
                    sealed = row.getBytes(1);
                    assertThat(people.forget("T-0001", AT)).as("somebody reads").isFalse();
                }
            }
            assertThat(holds(sealed)).as("still on the disk, in the log").isTrue();
            assertThat(people.clean()).isTrue();
            assertThat(holds(sealed)).isFalse();
        }
    }

    private boolean holds(byte[] bytes) throws IOException {
        String wanted = new String(bytes, StandardCharsets.ISO_8859_1);
        try (var files = Files.list(folder)) {
            for (Path f : files.toList()) {
                if (new String(Files.readAllBytes(f), StandardCharsets.ISO_8859_1).contains(wanted)) {
                    return true;
                }
            }
        }
        return false;
    }

    /** What is sealed adds to what another process has sealed; a file that is not the one that was opened takes nothing. */
    @Test
    void nothingIsSealedOverAnotherNorIntoAFileThatIsGone() throws IOException {
        Path file = folder.resolve("people.db");
        try (People window = People.open(file); People command = People.open(file)) {
            window.seal("T-0001", p -> p.named("Ada", "", null));
            command.seal("T-0001", p -> p.withImei("356958031648321"));
            assertThat(window.seal("T-0001", p -> p.named("Ada Marrow", "", null)).person().imei()).isEqualTo("356958031648321");
            Files.move(file, folder.resolve("elsewhere.db"));
            assertThatThrownBy(() -> window.seal("T-0002", p -> p.named("Bo", "", null))).isInstanceOf(DiskProblem.class)
                    .hasMessageContaining("people.db");
            try (People another = People.open(folder.resolve("other.db"))) {
                another.seal("T-0009", p -> p.named("Cy", "", null));
            }
            Files.copy(folder.resolve("other.db"), file);
            assertThatThrownBy(() -> window.seal("T-0002", p -> p.named("Bo", "", null))).isInstanceOf(DiskProblem.class)
                    .hasMessageContaining("people.db");
        }
    }

    @Test
    void whatSomebodyChangedIsNotOpened() throws SQLException {
        Path file = folder.resolve("people.db");
        try (People people = People.open(file)) {
            people.seal("T-0001", _ -> named("Ada", ""));
            people.seal("T-0002", _ -> named("Bo", ""));
        }
        try (var db = DriverManager.getConnection("jdbc:sqlite:" + file); var s = db.createStatement()) {
            s.execute("UPDATE person SET (key, nonce, sealed) = (SELECT key, nonce, sealed FROM person WHERE ticket = 'T-0001') WHERE ticket = "
                    + "'T-0002'");
        }
        try (People people = People.open(file)) {
            assertThatThrownBy(() -> people.of("T-0002")).isInstanceOf(BadInput.class).hasMessageContaining("[T-0002]");
            assertThat(people.of("T-0001")).isPresent();
        }
    }
}
