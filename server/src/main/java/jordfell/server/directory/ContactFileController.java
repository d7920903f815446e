package jordfell.server.directory;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import jordfell.core.phonebook.Contact;
import jordfell.server.change.Acts;
import jordfell.server.contacts.ContactFile;
import jordfell.server.exchange.Looked;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ContactStore;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Contacts of a phonebook out of files and into them. */
@RestController
@RequestMapping("/api/phonebooks/{phonebookId}")
class ContactFileController {

    record ImportTaken(long actId, int rows) {}

    private final DirectoryList list;
    private final DirectoryContents contents;
    private final ContactStore store;
    private final ContactImport imports;

    ContactFileController(DirectoryList list, DirectoryContents contents, ContactStore store, ContactImport imports) {
        this.list = list;
        this.contents = contents;
        this.store = store;
        this.imports = imports;
    }

    /**
     * Writes contacts into a file.
     *
     * @param form csv, vcard or json
     * @param own those alone that were written into the phonebook itself
     */
    @GetMapping(path = "/export/{form}")
    ResponseEntity<byte[]> export(
            @PathVariable long phonebookId,
            @PathVariable String form,
            @RequestParam(defaultValue = "false") boolean own) {
        list.get(phonebookId);
        ContactFile.Form as = form(form);
        List<Contact> all = own
                ? store.of(phonebookId).stream().map(ContactStore.Kept::contact).toList()
                : contents.of(phonebookId).edition().contacts();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"phonebook." + as.ending() + "\"")
                .header(HttpHeaders.CONTENT_TYPE, as.type())
                .header(HttpHeaders.CACHE_CONTROL, "no-store")
                .body(ContactFile.write(all, as).getBytes(StandardCharsets.UTF_8));
    }

    /** Looks at a file of contacts, or at pasted text. */
    @PutMapping(
            path = "/import",
            consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE,
            produces = MediaType.APPLICATION_JSON_VALUE)
    Looked look(@PathVariable long phonebookId, HttpServletRequest request) throws IOException {
        list.get(phonebookId);
        return Looked.of(imports.look(phonebookId, bytes(request)));
    }

    /** Takes all of it that can be taken. */
    @PutMapping(
            path = "/import/take",
            consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE,
            produces = MediaType.APPLICATION_JSON_VALUE)
    ImportTaken take(@PathVariable long phonebookId, HttpServletRequest request) throws IOException {
        Acts.Done<Integer> done =
                imports.take(phonebookId, list.get(phonebookId).name(), bytes(request));
        return new ImportTaken(done.actId(), done.result());
    }

    private static ContactFile.Form form(String form) {
        try {
            return ContactFile.Form.valueOf(form.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw RefusedException.notFound("form of a file");
        }
    }

    private static byte[] bytes(HttpServletRequest request) throws IOException {
        return request.getInputStream().readNBytes(ContactFile.MOST_BYTES + 1);
    }
}
