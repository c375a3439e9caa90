package evenharbor.app.who.access;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What an account may have, over HTTP. */
@RestController
@RequestMapping("/api/account/quotas")
class QuotaController {

    private final Quotas quotas;

    QuotaController(Quotas quotas) {
        this.quotas = quotas;
    }

    @GetMapping
    List<Quotas.QuotaUse> quotas() {
        return quotas.uses(Current.person().accountId());
    }
}
