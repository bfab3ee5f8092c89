@rem Windows has no exec: there the scripts of package.json find this one in its place.
@%*
