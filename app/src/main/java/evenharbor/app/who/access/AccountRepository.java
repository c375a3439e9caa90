package evenharbor.app.who.access;

import java.util.Optional;
import org.springframework.data.repository.Repository;

interface AccountRepository extends Repository<Account, String> {
    Account save(Account account);

    Optional<Account> findById(String id);
}
