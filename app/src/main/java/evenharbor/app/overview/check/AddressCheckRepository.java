package evenharbor.app.overview.check;

import evenharbor.core.where.address.Ladder;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface AddressCheckRepository extends JpaRepository<AddressCheck, String> {
    @Query("select c.addressId from AddressCheck c where c.nextLookAt <= :now order by c.nextLookAt")
    List<String> due(Instant now, Limit limit);

    /** Sets when to look next, unless a change came in since {@code looked} was due: that keeps its own time. */
    @Modifying
    @Query("update AddressCheck c set c.nextLookAt = :next where c.addressId = :id and c.nextLookAt <= :looked")
    void lookNext(String id, Instant next, Instant looked);

    @Query("select c from AddressCheck c where c.state in :states and c.addressId in"
            + " (select a.id from AddressEntity a where a.siteId in :siteIds)")
    List<AddressCheck> ofSites(Collection<String> siteIds, Collection<Ladder.State> states);

    List<AddressCheck> findByAddressIdIn(Collection<String> ids);
}
