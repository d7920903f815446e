package jordfell.server.exchange;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import jordfell.core.table.TableReader;
import jordfell.core.table.TableReading;
import jordfell.server.change.Acts;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.security.Audit;
import jordfell.server.security.Role;
import jordfell.server.security.SignedIn;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Tables out and in. */
@RestController
@RequestMapping("/api")
class ExchangeController {

    private static final String CSV = "text/csv;charset=UTF-8";

    record Taken(long actId, int rows) {}

    private final Exports exports;
    private final TableImport imports;
    private final DomainStore domains;
    private final Audit audit;

    ExchangeController(Exports exports, TableImport imports, DomainStore domains, Audit audit) {
        this.exports = exports;
        this.imports = imports;
        this.domains = domains;
        this.audit = audit;
    }

    @GetMapping(path = "/export/{what}.csv", produces = CSV)
    ResponseEntity<byte[]> table(
            @PathVariable String what,
            @RequestParam long domainId,
            @RequestParam(defaultValue = "false") boolean secrets,
            @AuthenticationPrincipal SignedIn who) {
        String text = switch (what) {
            case "devices" -> exports.devices(domainId);
            case "people" -> exports.people(domainId);
            case "extensions" -> exports.extensions(domainId);
            case "numbers" -> exports.outsideNumbers(domainId);
            case "groups" -> exports.groups(domainId);
            case "diversions" -> exports.diversions(domainId);
            case "accounts" -> Exports.table(accounts(domainId, secrets, who));
            default -> throw RefusedException.notFound("export");
        };
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + what + ".csv\"")
                .header(HttpHeaders.CACHE_CONTROL, "no-store")
                .body(text.getBytes(StandardCharsets.UTF_8));
    }

    /** The account list that a registrar needs. */
    @GetMapping(path = "/export/accounts.json", produces = MediaType.APPLICATION_JSON_VALUE)
    List<Exports.Account> accountList(
            @RequestParam long domainId,
            @RequestParam(defaultValue = "false") boolean secrets,
            @AuthenticationPrincipal SignedIn who) {
        return accounts(domainId, secrets, who);
    }

    /** Looks at a table, or takes it: all rows that can be done, as one act. */
    @PutMapping(
            path = "/import/{what}",
            consumes = "application/octet-stream",
            produces = MediaType.APPLICATION_JSON_VALUE)
    Looked look(@PathVariable String what, @RequestParam long domainId, HttpServletRequest request) throws IOException {
        return Looked.of(imports.look(kind(what), domainId, bytes(request)));
    }

    @PutMapping(
            path = "/import/{what}/take",
            consumes = "application/octet-stream",
            produces = MediaType.APPLICATION_JSON_VALUE)
    Taken take(@PathVariable String what, @RequestParam long domainId, HttpServletRequest request) throws IOException {
        Acts.Done<Integer> done = imports.take(kind(what), domainId, bytes(request));
        return new Taken(done.actId(), done.result());
    }

    private List<Exports.Account> accounts(long domainId, boolean secrets, SignedIn who) {
        if (secrets && who.role() != Role.LEAD) {
            throw new AccessDeniedException("only leads may take passwords out");
        }
        if (secrets) {
            audit.secretLeft(
                    Audit.SecretWay.EXPORT,
                    "all passwords and PINs of " + domains.get(domainId).name() + ", for a registrar",
                    "");
        }
        return exports.accounts(domainId, secrets);
    }

    private static TableImport.Kind kind(String what) {
        try {
            return TableImport.Kind.valueOf(what.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw RefusedException.notFound("import");
        }
    }

    private static byte[] bytes(HttpServletRequest request) throws IOException {
        if (request.getContentLengthLong() > TableReader.MOST_BYTES) {
            TableReading.Refused refused = TableReader.tooLarge(request.getContentLengthLong());
            throw RefusedException.field("/file", refused.reason(), refused.hint());
        }
        return request.getInputStream().readNBytes(TableReader.MOST_BYTES + 1);
    }
}
