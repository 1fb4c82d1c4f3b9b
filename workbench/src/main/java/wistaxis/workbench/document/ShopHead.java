package wistaxis.workbench.document;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.words.Text;
import wistaxis.store.document.PdfDocument;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.Rights;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.settings.ShopProfile;

/**
 * What stands at the head of each document of a shop.
 *
 * @param logo a PNG or JPEG as {@code data:} address; null for none
 */
public record ShopHead(ShopProfile profile, @Nullable String logo) {
    public static final ShopHead NONE = new ShopHead(ShopProfile.NONE, null);

    private static final int MOST_BYTES = 1_000_000;
    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G'};
    private static final byte[] JPEG = {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF};

    /** The one of a data folder. */
    public static ShopHead of(ShopProfile profile, DataFolder folder) {
        try {
            return new ShopHead(profile, Files.exists(folder.logo()) ? address(Files.readAllBytes(folder.logo())) : null);
        } catch (IOException | BadInput _) {
            return new ShopHead(profile, null); // said where it was chosen
        }
    }

    /** Takes a picture as the logo. @throws BadInput for what is no PNG or JPEG, or is too large */
    public static void take(Path picture, DataFolder folder) {
        try {
            if (Files.size(picture) > MOST_BYTES) {
                throw new BadInput(t("workbench.logo.too-large", "file", picture, "most", MOST_BYTES / 1000));
            }
            byte[] bytes = Files.readAllBytes(picture);
            address(bytes);
            WholeFile.write(folder.logo(), bytes);
            Rights.close(folder.logo());
        } catch (IOException e) {
            throw DiskProblem.of("logo", picture, e);
        }
    }

    private static String address(byte[] bytes) {
        boolean png = begins(bytes, PNG);
        if (!png && !begins(bytes, JPEG)) {
            throw new BadInput(t("workbench.logo.not-one"));
        }
        return "data:image/" + (png ? "png" : "jpeg") + ";base64," + Base64.getEncoder().encodeToString(bytes);
    }

    private static boolean begins(byte[] bytes, byte[] with) {
        return bytes.length > with.length && Arrays.equals(bytes, 0, with.length, with, 0, with.length);
    }

    /** For a template; nothing where the shop says nothing of itself. */
    Map<String, Object> values() {
        Map<String, Object> values = new HashMap<>();
        if (!equals(NONE)) {
            List<String> lines = new ArrayList<>();
            if (profile.address() != null) {
                Arrays.stream(profile.address().split(",")).map(String::strip).forEach(lines::add);
            }
            Stream.of(profile.phone(), profile.mail()).filter(Objects::nonNull).forEach(lines::add);
            if (profile.tax() != null) {
                lines.add(t("workbench.document.tax", "number", profile.tax()));
            }
            values.put("letterhead", Map.of("name", Objects.requireNonNullElse(profile.name(), ""), "lines", String.join("  ·  ", lines),
                    "logo", Objects.requireNonNullElse(logo, "")));
            if (profile.name() != null) {
                values.put("shop", profile.name());
            }
        }
        return values;
    }

    /** A page with nothing but it, to be looked at. */
    public byte[] sample(String name, Instant now) throws IOException {
        Map<String, Object> values = values();
        values.putIfAbsent("shop", name);
        return PdfDocument.pdf(PdfDocument.fill("letterhead-sample", Text.of("store.document.letterhead"), values, now));
    }
}
