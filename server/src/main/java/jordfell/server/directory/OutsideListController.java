package jordfell.server.directory;

import jordfell.server.problem.Fields;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Lists that are kept elsewhere: fetched now, and taken though they lost names. */
@RestController
@RequestMapping(path = "/api/phonebooks/{phonebookId}/lists", produces = "application/json")
class OutsideListController {

    record ListWish(@Nullable String address) {}

    private final DirectoryList list;
    private final OutsideLists lists;
    private final Audit audit;

    OutsideListController(DirectoryList list, OutsideLists lists, Audit audit) {
        this.list = list;
        this.lists = lists;
        this.audit = audit;
    }

    @PostMapping("/fetch")
    void fetch(@PathVariable long phonebookId) {
        lists.fetchNow(list.get(phonebookId));
    }

    @PostMapping("/take")
    void take(@PathVariable long phonebookId, @RequestBody ListWish wish) {
        String address = Fields.needed(wish.address(), "address", "address", 500);
        lists.takeWaiting(list.get(phonebookId), address);
        audit.record("took the names of " + address + " into "
                + list.get(phonebookId).name() + " as they are now");
    }
}
