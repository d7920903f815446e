package jordfell.server.lab;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The simulated phones and their faults. */
@RestController
@RequestMapping(path = "/api/lab", produces = "application/json")
class LabController {

    record PhoneWish(@Nullable String mac, @Nullable String modelId, long siteId) {}

    record HandoffWish(@Nullable String link) {}

    record Unboxed(String mac) {}

    private final LabLook look;
    private final Unboxing unboxing;
    private final AuthorityStore authority;

    LabController(LabLook look, Unboxing unboxing, AuthorityStore authority) {
        this.look = look;
        this.unboxing = unboxing;
        this.authority = authority;
    }

    @GetMapping
    LabLook.LabView lab() {
        return look.look();
    }

    /** What an agent has to trust to register by TLS. */
    @GetMapping(path = "/authority", produces = "application/x-pem-file")
    String authority() {
        return authority.authority().pem();
    }

    /** Takes a phone out of its box and plugs it in at a site. */
    @PostMapping("/phones")
    @ResponseStatus(HttpStatus.CREATED)
    Unboxed unbox(@RequestBody PhoneWish wish) {
        String model = wish.modelId() == null ? "" : wish.modelId();
        return new Unboxed(unboxing.unbox(model, wish.siteId(), wish.mac()).toString());
    }

    /** Somebody opens a handoff link with a softphone. */
    @PostMapping("/softphones")
    @ResponseStatus(HttpStatus.CREATED)
    Unboxed openHandoff(@RequestBody HandoffWish wish) {
        return new Unboxed(
                unboxing.open(wish.link() == null ? "" : wish.link().strip()).toString());
    }
}
