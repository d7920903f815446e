package jordfell.server.intake;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import jordfell.core.table.TableReader;
import jordfell.core.table.TableReading;
import jordfell.server.problem.RefusedException;
import jordfell.server.security.SignedIn;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A table that is dropped onto the sheet, and how it is read. */
@RestController
@RequestMapping(path = "/api/intake/sheet", produces = "application/json")
class SheetFileController {

    record Mapping(@Nullable List<@Nullable String> fields, boolean headings) {}

    record Encoding(@Nullable String encoding) {}

    private final SheetFiles files;

    SheetFileController(SheetFiles files) {
        this.files = files;
    }

    /** Takes a file as it is; its name stands in the address. */
    @PutMapping(path = "/file", consumes = "application/octet-stream")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void file(
            @AuthenticationPrincipal SignedIn who,
            @RequestParam String name,
            @RequestParam(defaultValue = "false") boolean instead,
            HttpServletRequest request)
            throws IOException {
        if (request.getContentLengthLong() > TableReader.MOST_BYTES) {
            TableReading.Refused refused = TableReader.tooLarge(request.getContentLengthLong());
            throw RefusedException.field("/file", refused.reason(), refused.hint());
        }
        byte[] bytes = request.getInputStream().readNBytes(TableReader.MOST_BYTES + 1);
        files.file(who.login(), name.substring(0, Math.min(200, name.length())), bytes, instead);
    }

    @PutMapping("/mapping")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void map(@AuthenticationPrincipal SignedIn who, @RequestBody Mapping wish) {
        List<String> fields = new ArrayList<>();
        if (wish.fields() != null) {
            wish.fields().forEach(f -> fields.add(f == null ? "" : f));
        }
        files.map(who.login(), fields, wish.headings());
    }

    /** Says how the file's letters are to be read. */
    @PutMapping("/encoding")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void readAs(@AuthenticationPrincipal SignedIn who, @RequestBody Encoding wish) {
        files.readAs(who.login(), wish.encoding() == null ? "" : wish.encoding());
    }
}
