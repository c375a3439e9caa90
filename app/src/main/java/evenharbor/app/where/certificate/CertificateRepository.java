package evenharbor.app.where.certificate;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface CertificateRepository extends JpaRepository<CertificateEntity, String> {
    List<CertificateEntity> findByAccountIdOrderByName(String accountId);

    List<CertificateEntity> findByNameIn(Collection<String> names);

    Optional<CertificateEntity> findByNameAndAccountId(String name, String accountId);

    List<CertificateEntity> findByNextAtLessThanEqualOrderByNextAt(Instant now, Limit limit);

    List<CertificateEntity> findByWantedTrueAndValidUntilLessThanEqual(Instant until);

    List<CertificateEntity> findByChangedInGreaterThanOrderByChangedIn(long revision);
}
