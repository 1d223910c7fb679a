import type { PaperChoices, PaperKind } from '@ostrakon/core/contract';

/** What is chosen where the owner has chosen nothing. */
export const GIVEN_CHOICES: PaperChoices = { prices: false, address: true, date: true, bars: true, note: '' };

/** A letter to a buyer; its heading is the subject. */
const letter = (what: string, more: string): string => `<h1>{{ words.order }} {{ order.number }} {{ words.${what} }}</h1>
<p>{{ words.hello }} {{ buyer.name }},</p>
<p>{{ words.${what}Text }}</p>
${more}<ul>
{% for line in goods %}<li>{{ line.quantity }} {{ line.name }}{% if choices.prices %}, {{ line.total }}{% endif %}</li>
{% endfor %}</ul>
<p>{{ service.name }}{% if service.arrives != "" %}, {{ words.arrives | downcase }} {{ service.arrives }}{% endif %}</p>
{% if choices.address %}<p>{{ buyer.name }}<br>{{ buyer.street }}<br>{{ buyer.town }} {{ buyer.postal_code }}<br>{{ buyer.country }}</p>{% endif %}
<p>{{ choices.note }}</p>
<p>{{ shop.name }}</p>
`;

/** A letter to those who pack. */
const packing = (heading: string): string => `<h1>${heading}</h1>
<p>{{ words.hello }} {{ packer.name }},</p>
{% for order in orders %}<h2>{{ words.order }} {{ order.number }}{% if order.location != "" %}, {{ order.location }}{% endif %}</h2>
<p>{{ words.service }}: {{ order.service.name }}{% if order.pack_by != "" %}. {{ words.packBy }} {{ order.pack_by }}{% endif %}{% if order.leaves != "" %}. {{ words.leaves }} {{ order.leaves }}{% endif %}</p>
<ul>
{% for line in order.goods %}<li>{{ line.quantity }} {{ line.name }}{% if line.product != "" %} ({{ line.product }}){% endif %}</li>
{% endfor %}</ul>
{% if choices.address %}<p>{{ order.buyer.name }}<br>{{ order.buyer.street }}<br>{{ order.buyer.town }} {{ order.buyer.postal_code }}<br>{{ order.buyer.country }}</p>{% endif %}
{% endfor %}<p>{{ choices.note }}</p>
<p>{{ shop.name }}</p>
`;

/** The templates that come with the shop, in the Liquid language. */
export const GIVEN: Readonly<Record<PaperKind, string>> = {
  slip: `{% if choices.logo %}<img src="{{ choices.logo }}" width="140" alt="">{% endif %}<h1>{{ shop.name }}</h1>
<h2>{{ words.slip }}: {{ words.order }} {{ order.number }}</h2>
{% if choices.bars %}{{ order.number | bars }}{% endif %}
{% if choices.date %}<p>{{ words.ordered }} {{ order.date }}</p>{% endif %}
{% if choices.address %}<p><strong>{{ buyer.name }}</strong><br>{{ buyer.street }}<br>{{ buyer.town }} {{ buyer.postal_code }}<br>{{ buyer.country }}</p>{% endif %}
<p>{{ service.name }}{% if service.arrives != "" %}, {{ words.arrives | downcase }} {{ service.arrives }}{% endif %}</p>
<table><tbody>
<tr><th>{{ words.pieces }}</th><th>{{ words.goods }}</th>{% if choices.prices %}<th>{{ words.price }}</th>{% endif %}</tr>
{% for line in goods %}<tr><td>{{ line.quantity }}</td><td>{{ line.name }}</td>{% if choices.prices %}<td>{{ line.total }}</td>{% endif %}</tr>
{% endfor %}{% if choices.prices %}<tr><td></td><td>{{ words.delivery }}</td><td>{{ delivery }}</td></tr>
<tr><td></td><td><strong>{{ words.total }}</strong></td><td><strong>{{ total }}</strong></td></tr>{% endif %}
</tbody></table>
{% for parcel in parcels %}<p><strong>{{ words.parcel }} {{ forloop.index }}/{{ forloop.length }}</strong> {% if parcel.packaging != "" %}{{ parcel.packaging }}, {% endif %}{{ parcel.weight }}</p>
<ul>{% for line in parcel.goods %}<li>{{ line.quantity }} {{ line.name }}</li>{% endfor %}</ul>
{% endfor %}
<p>{{ choices.note }}</p>
`,
  pickList: `<h1>{{ words.pickList }}</h1>
<p>{{ shop.name }}, {{ today }}: {{ count }} {{ words.orders }}</p>
<table><tbody>
<tr><th>{{ words.pieces }}</th><th>{{ words.goods }}</th><th>{{ words.orders }}</th><th>{{ words.done }}</th></tr>
{% for line in goods %}<tr><td>{{ line.quantity }}</td><td>{{ line.name }}</td><td>{{ line.orders | join: ", " }}</td><td></td></tr>
{% endfor %}</tbody></table>
<p>{{ choices.note }}</p>
`,
  pickupList: `<h1>{{ words.pickupList }}</h1>
<p>{{ shop.name }}, {{ today }}</p>
{% for counter in counters %}<h2>{{ counter.name }}</h2>
<table><tbody>
<tr><th>{{ words.buyer }}</th><th>{{ words.orders }}</th><th>{{ words.goods }}</th><th>{{ words.done }}</th></tr>
{% for buyer in counter.buyers %}<tr><td><strong>{{ buyer.name }}</strong></td><td>{{ buyer.orders | join: ", " }}</td><td>{{ buyer.goods | join: "; " }}</td><td></td></tr>
{% endfor %}</tbody></table>
{% endfor %}<p>{{ choices.note }}</p>
`,
  roundSheet: `<h1>{{ words.roundSheet }}: {{ service.name }}</h1>
<p>{{ shop.name }}, {{ today }}: {{ count }} {{ words.orders }}, {{ length }} {{ words.km }}. {{ words.straight }}</p>
{{ map | drawing }}
<table><tbody>
<tr><th>{{ words.stop }}</th><th>{{ words.buyer }}</th><th>{{ words.order }}</th><th>{{ words.goods }}</th><th>{{ words.done }}</th></tr>
{% for stop in stops %}<tr><td>{{ forloop.index }}</td><td><strong>{{ stop.name }}</strong><br>{{ stop.street }}, {{ stop.town }} {{ stop.postal_code }}{% if choices.address %}<br>{{ stop.telephone }}{% endif %}</td><td>{{ stop.order }}</td><td>{{ stop.goods }}</td><td></td></tr>
{% endfor %}</tbody></table>
<p>{{ choices.note }}</p>
`,
  customs: `{% for parcel in parcels %}<h1>{{ words.customs }} {{ form }}</h1>
<p>{{ words.order }} {{ order.number }}, {{ words.parcel }} {{ forloop.index }}/{{ forloop.length }}. {{ words.sale }}</p>
<table><tbody>
<tr><th>{{ words.from }}</th><th>{{ words.to }}</th></tr>
<tr><td>{{ shop.name }}<br>{{ sender.street }}<br>{{ sender.town }} {{ sender.postal_code }}<br>{{ sender.country }}</td><td>{{ buyer.name }}<br>{{ buyer.street }}<br>{{ buyer.town }} {{ buyer.postal_code }}<br>{{ buyer.country }}{% if buyer.telephone != "" %}<br>{{ buyer.telephone }}{% endif %}</td></tr>
</tbody></table>
<table><tbody>
<tr><th>{{ words.pieces }}</th><th>{{ words.goods }}</th><th>{{ words.weight }}</th><th>{{ words.value }}</th><th>{{ words.code }}</th><th>{{ words.origin }}</th></tr>
{% for line in parcel.goods %}<tr><td>{{ line.quantity }}</td><td>{{ line.name }}</td><td>{{ line.weight }}</td><td>{{ line.value }}</td><td>{{ line.code }}</td><td>{{ line.origin }}</td></tr>
{% endfor %}<tr><td></td><td><strong>{{ words.total }}</strong></td><td><strong>{{ parcel.weight }}</strong></td><td><strong>{{ parcel.value }}</strong></td><td></td><td></td></tr>
</tbody></table>
{% if form == "CN 23" %}<p>{{ words.charges }}: {{ delivery }}</p>{% endif %}
<p>{{ words.sign }}</p>
<p>{{ choices.note }}</p>
{% endfor %}`,
  mailPacked: letter('packed', ''),
  mailUnderWay: letter(
    'underWay',
    `{% for parcel in tracking %}<p>{{ words.tracking }}: <strong>{{ parcel.number }}</strong>, {{ parcel.carrier }}</p>
{% endfor %}`,
  ),
  mailReady: letter(
    'ready',
    `<p><strong>{{ counter.name }}</strong><br>{{ counter.street }}<br>{{ counter.town }}</p>
<p>{{ counter.instructions }}</p>
`,
  ),
  mailLate: letter('late', ''),
  mailPacker: packing('{{ words.toPack }}: {% for order in orders %}{{ words.order }} {{ order.number }}{% endfor %}'),
  mailPackerDay: packing('{{ words.toPackDay }}, {{ today }}: {{ count }}'),
};
