package jordfell.server.directory;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The tray’s other part: phonebooks that have something else than what phones are given. */
@RestController
@RequestMapping(path = "/api/unpublished", produces = "application/json")
class UnpublishedController {

    private final DirectoryList list;

    UnpublishedController(DirectoryList list) {
        this.list = list;
    }

    @GetMapping
    List<DirectoryList.Unpublished> unpublished() {
        return list.unpublished();
    }
}
