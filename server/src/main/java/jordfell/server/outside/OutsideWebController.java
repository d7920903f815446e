package jordfell.server.outside;

import java.util.List;
import java.util.Optional;
import jordfell.core.settings.SettingType;
import jordfell.lab.web.Page;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the Lab has for the web outside: lists that phonebooks fetch. */
@RestController
@RequestMapping(path = "/api/lab/web", produces = "application/json")
class OutsideWebController {

    private static final int LONGEST = 1_000_000;

    record PageWish(
            @Nullable String address,
            Page.@Nullable Manner manner,
            @Nullable String contentType,
            @Nullable String text) {}

    private final WayOut wayOut;

    OutsideWebController(WayOut wayOut) {
        this.wayOut = wayOut;
    }

    @GetMapping
    List<Page> pages() {
        return wayOut.web().pages();
    }

    /** Puts something at an address, or has what is there answer otherwise. */
    @PutMapping
    void put(@RequestBody PageWish wish) {
        String address = Fields.needed(wish.address(), "address", "address", 500);
        new SettingType.Url().refuse(address).ifPresent(why -> {
            throw RefusedException.field("/address", why, "Such as http://lists.example/harbours.xml.");
        });
        if (address.startsWith("https:")) {
            throw RefusedException.field("/address", "The Lab’s web has no certificates.", "Write it with http://.");
        }
        String text = Optional.ofNullable(wish.text()).orElse("");
        if (text.length() > LONGEST) {
            throw RefusedException.field(
                    "/text", "It has " + text.length() + " characters.", "At most " + LONGEST + ".");
        }
        String type = Fields.text(wish.contentType(), "contentType", "content type", 100);
        if (!type.matches("[ -~]*")) {
            throw RefusedException.field(
                    "/contentType", "“" + type + "” is no content type.", "Such as application/xml.");
        }
        Page page = new Page(
                address,
                Optional.ofNullable(wish.manner()).orElse(Page.Manner.SENDS),
                type.isEmpty() ? "application/xml" : type,
                text);
        if (!wayOut.web().put(page)) {
            throw RefusedException.field("/address", "There is no room for another page.", "Change one that is there.");
        }
    }
}
