package jordfell.server.directory;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.Phonebook;
import jordfell.core.phonebook.PhonebookBody;
import jordfell.core.phonebook.WrittenBook;
import jordfell.server.directory.PhonebookFiles.Manner;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ExtensionStore;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The file of a phonebook as phones of one family would get it if it were published now, around one contact. */
@RestController
@RequestMapping(path = "/api/phonebooks/{phonebookId}/file", produces = "application/json")
class BookFileController {

    private static final int AROUND = 60;

    /**
     * Lines of a file.
     *
     * @param first the number of the first of these lines, from 1
     * @param litFrom the first of them that is the contact’s, as they are in {@code lines}
     * @param litTo the first behind those
     * @param letters how long the whole file is, in characters
     * @param trouble why there is none; empty if there is
     */
    record BookFile(
            int names,
            int letters,
            int allLines,
            int first,
            List<String> lines,
            int litFrom,
            int litTo,
            String trouble) {

        static BookFile without(String trouble) {
            return new BookFile(0, 0, 0, 1, List.of(), 0, 0, trouble);
        }
    }

    private final DirectoryList list;
    private final DirectoryContents contents;
    private final PhonebookFiles files;
    private final ExtensionStore extensions;

    BookFileController(
            DirectoryList list, DirectoryContents contents, PhonebookFiles files, ExtensionStore extensions) {
        this.list = list;
        this.contents = contents;
        this.files = files;
        this.extensions = extensions;
    }

    /**
     * @param position of the contact, as the list of contacts gives it; −1 for the file’s beginning
     * @param permission with which it is dialled; empty for the most usual one of the domain
     * @param domainId where it is dialled, for a phonebook of all domains
     */
    @GetMapping
    BookFile file(
            @PathVariable long phonebookId,
            @RequestParam String family,
            @RequestParam(defaultValue = "-1") int position,
            @RequestParam(defaultValue = "FAMILY") ContactName.Order order,
            @RequestParam(defaultValue = "") String permission,
            @RequestParam(defaultValue = "0") long domainId) {
        Phonebook phonebook = list.get(phonebookId);
        Optional<PhonebookBody> body = files.body(family);
        if (body.isEmpty()) {
            return BookFile.without("Phones of the family " + family + " read no phonebook.");
        }
        long domain = phonebook.domainId().orElse(domainId);
        if (domain == 0) {
            throw RefusedException.field("/domainId", "Where are its numbers dialled?", "Choose a domain.");
        }
        String dials = Fields.text(permission, "permission", "permission", 60);
        // Most phones dial with this one: without it the file would lack whom they reach.
        String usual = extensions.usualPermission(domain);
        Manner manner = new Manner(
                phonebookId, "", domain, dials.isEmpty() ? usual : dials, order, phonebook.name(), 0, family);
        List<Contact> all = contents.of(phonebookId).edition().contacts();
        WrittenBook written = files.written(manner, all);
        int entry = position < 0 || position >= all.size() ? -1 : entry(manner, all, position);
        return around(body.get().renderLocated(written), written.entries().size(), entry);
    }

    /** Which entry of the file a contact is; −1 for one that no number of can be dialled. */
    private int entry(Manner manner, List<Contact> all, int position) {
        int before = files.written(manner, all.subList(0, position)).entries().size();
        int upTo = files.written(manner, all.subList(0, position + 1)).entries().size();
        return upTo > before ? before : -1;
    }

    private static BookFile around(PhonebookBody.Located file, int names, int entry) {
        List<String> lines = Arrays.asList(file.text().split("\n", -1));
        int begins = entry < 0 || entry >= file.begins().size() ? -1 : lineOf(file, entry);
        int ends = begins < 0
                ? -1
                : entry + 1 < file.begins().size() ? lineOf(file, entry + 1) : Math.min(lines.size(), begins + 1);
        int first = Math.max(0, begins < 0 ? 0 : begins - AROUND / 3);
        int last = Math.min(lines.size(), first + AROUND);
        int litTo = Math.min(Math.max(ends, begins + 1), last);
        return new BookFile(
                names,
                file.text().length(),
                lines.size(),
                first + 1,
                lines.subList(first, last),
                begins < 0 ? 0 : begins - first,
                begins < 0 ? 0 : litTo - first,
                "");
    }

    private static int lineOf(PhonebookBody.Located file, int entry) {
        return (int) file.text()
                .substring(0, file.begins().get(entry))
                .chars()
                .filter(c -> c == '\n')
                .count();
    }
}
