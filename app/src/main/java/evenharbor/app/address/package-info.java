/** Harbor names: reading, claiming, releasing. Entry point: {@link evenharbor.app.address.Addresses}. */
package evenharbor.app.address;
