import type { PaperChoices, PaperKind } from '@ostrakon/core/contract';

/** What is chosen where the owner has chosen nothing. */
export const GIVEN_CHOICES: PaperChoices = { prices: false, address: true, date: true, bars: true, note: '' };

/** The templates that come with the shop, in the Liquid language. */
export const GIVEN: Readonly<Record<PaperKind, string>> = {
  slip: `<h1>{{ shop.name }}</h1>
<h2>{{ words.slip }}: {{ words.order }} {{ order.number }}</h2>
{% if choices.bars %}{{ order.number | bars }}{% endif %}
{% if choices.date %}<p>{{ words.ordered }} {{ order.date }}</p>{% endif %}
{% if choices.address %}<p><strong>{{ buyer.name }}</strong><br>{{ buyer.street }}<br>{{ buyer.town }} {{ buyer.postal_code }}<br>{{ buyer.country }}</p>{% endif %}
<p>{{ service.name }}{% if service.arrives %}, {{ words.arrives }} {{ service.arrives }}{% endif %}</p>
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
};
