-- Calls what a program defines: one request in JSON on each line, and a line of answer for each. For each script the
-- program is loaded anew, with names of its own.
local stdin, stdout, stderr = io.stdin, io.stdout, io.stderr
local rawtype, pairs, ipairs, pcall, xpcall, tostring, tonumber = type, pairs, ipairs, pcall, xpcall, tostring, tonumber
local concat, sort, unpack, format = table.concat, table.sort, table.unpack, string.format
local getinfo, getlocal, getmeta, loadfile, open = debug.getinfo, debug.getlocal, debug.getmetatable, loadfile, io.open
local floor, mathtype = math.floor, math.type

local function parse(s)
  local at = 1
  local value
  local function space()
    at = s:find("[^ ]", at) or #s + 1
    return s:sub(at, at)
  end
  local function text()
    space()
    local made, from = {}, at + 1
    at = from
    while true do
      local c = s:sub(at, at)
      if c == '"' then
        made[#made + 1] = s:sub(from, at - 1)
        at = at + 1
        return concat(made)
      elseif c == "\\" then
        made[#made + 1] = s:sub(from, at - 1)
        local e = s:sub(at + 1, at + 1)
        if e == "u" then
          made[#made + 1] = utf8.char(tonumber(s:sub(at + 2, at + 5), 16))
          at = at + 6
        else
          made[#made + 1] = ({ n = "\n", t = "\t", r = "\r" })[e] or e
          at = at + 2
        end
        from = at
      else
        at = at + 1
      end
    end
  end
  function value()
    local c = space()
    if c == "{" then
      local made = {}
      at = at + 1
      while space() ~= "}" do
        local key = text()
        space()
        at = at + 1
        made[key] = value()
        if space() == "," then at = at + 1 end
      end
      at = at + 1
      return made
    elseif c == "[" then
      local made, n = {}, 0
      at = at + 1
      while space() ~= "]" do
        n = n + 1
        made[n] = value()
        if space() == "," then at = at + 1 end
      end
      at = at + 1
      made.n = n
      return made
    elseif c == '"' then
      return text()
    elseif c == "t" then
      at = at + 4
      return true
    elseif c == "f" then
      at = at + 5
      return false
    elseif c == "n" then
      at = at + 4
      return nil
    end
    local from, to = s:find("^-?[%d.]+", at)
    at = to + 1
    return tonumber(s:sub(from, to))
  end
  return value()
end

local function quote(s)
  s = s:gsub('[%c"\\]', function(c) return format("\\u%04x", c:byte()) end)
  if not utf8.len(s) then
    s = s:gsub("[\x80-\xff]", "?")
  end
  return '"' .. s .. '"'
end

local write

local function fieldsOf(v, depth)
  local keys = {}
  for k, x in pairs(v) do
    if rawtype(k) == "string" and rawtype(x) ~= "function" and k:sub(1, 2) ~= "__" then keys[#keys + 1] = k end
  end
  sort(keys)
  local made = {}
  for i, k in ipairs(keys) do made[i] = quote(k) .. ":" .. write(rawget(v, k), depth) end
  return "{" .. concat(made, ",") .. "}"
end

function write(v, depth)
  depth = depth or 0
  local kind = rawtype(v)
  if kind == "nil" then return "null" end
  if kind == "boolean" then return tostring(v) end
  if kind == "number" then
    if v ~= v or v == 1 / 0 or v == -1 / 0 then return '{"$number":"' .. tostring(v) .. '"}' end
    return v == floor(v) and format("%d", v) or tostring(v)
  end
  if kind == "string" then return quote(v) end
  if kind ~= "table" then return '{"$call":true}' end
  if depth > 6 then return '"…"' end
  local n, count, texts = #v, 0, true
  for k in next, v do
    count = count + 1
    if rawtype(k) ~= "string" then texts = false end
  end
  local made = {}
  if count == n then
    for i = 1, n do made[i] = write(rawget(v, i), depth + 1) end
    return "[" .. concat(made, ",") .. "]"
  end
  if texts then return '{"$object":"table","fields":' .. fieldsOf(v, depth + 1) .. "}" end
  for k, x in next, v do made[#made + 1] = "[" .. write(k, depth + 1) .. "," .. write(x, depth + 1) .. "]" end
  sort(made)
  return '{"$map":[' .. concat(made, ",") .. "]}"
end

local settings = parse(stdin:read("l"))
local ASKED = "the program asks for input"
local names, load, game, before

local function trim(text) return (text:gsub("^%s+", ""):gsub("%s+$", "")) end

local function failure(e)
  local made = { kind = "raised", type = "error", says = tostring(e) }
  if made.says:find(ASKED, 1, true) then made.kind = "input" end
  local missing = made.says:match("module '([^']+)' not found")
  if missing then
    made.kind, made.name = "module", missing
    made.says = made.says:match("^[^\n]*")
  end
  for _, file in ipairs(settings.files) do
    local from, to, number = made.says:find(file:gsub("%p", "%%%0") .. ":(%d+): ")
    if from then
      made.at = file .. " line " .. number
      made.says = made.says:sub(to + 1)
      local f, k = open(file), 0
      for l in f:lines() do
        k = k + 1
        if k == tonumber(number) then made.text = trim(l) end
      end
      f:close()
    end
  end
  return made
end

local function report(made)
  local list = {}
  for k, v in pairs(made) do list[#list + 1] = quote(k) .. ":" .. write(v) end
  return "{" .. concat(list, ",") .. "}"
end

local function asked() error(ASKED, 0) end

local function fresh()
  for k in pairs(names or {}) do
    if not before[k] then _G[k] = nil end
  end
  names, load, game = {}, nil, nil
  if not before then
    before = {}
    for k in pairs(_G) do before[k] = true end
  end
  for k in pairs(package.loaded) do
    if not before[k] and k ~= "_G" then package.loaded[k] = nil end
  end
  io.read, io.lines, io.write = asked, asked, function(...) return stderr:write(...) end
  io.stdin = setmetatable({}, { __index = function() return asked end })
  print = function() end
  os.exit = function() error("the program ends itself", 0) end
  for _, file in ipairs(settings.files) do
    local stem = file:match("([^/]+)%.lua$")
    local chunk, wrong = loadfile(file)
    if not chunk then
      load = failure(wrong)
      load.kind = "syntax"
    elseif package.loaded[stem] == nil then
      local ok, made = pcall(chunk, stem)
      if not ok then
        load = failure(made)
      elseif rawtype(made) == "table" then
        package.loaded[stem] = made
        names[stem] = made
      elseif rawtype(made) == "function" then
        names[stem] = made
      end
    elseif rawtype(package.loaded[stem]) == "table" then
      names[stem] = package.loaded[stem]
    end
  end
  for k, v in pairs(_G) do
    if not before[k] then names[k] = v end
  end
end

local function takes(f)
  local info, made = getinfo(f, "u"), {}
  for i = 1, info.nparams do
    local name = getlocal(f, i)
    made[#made + 1] = name
  end
  return made
end

local function method(name, f, class)
  local list, own = {}, false
  for i, p in ipairs(takes(f)) do
    if i == 1 and class and p == "self" then
      own = true
    else
      list[#list + 1] = '{"name":' .. quote(p) .. ',"type":"","optional":false}'
    end
  end
  return '{"name":' .. quote(name) .. ',"takes":[' .. concat(list, ",") .. '],"static":' .. tostring(class ~= nil and not own) .. "}"
end

local function sorted(t)
  local keys = {}
  for k in pairs(t) do
    if rawtype(k) == "string" then keys[#keys + 1] = k end
  end
  sort(keys)
  return keys
end

local function members(t)
  local methods, fields, met = {}, {}, {}
  local function add(from)
    for _, k in ipairs(sorted(from)) do
      local v = rawget(from, k)
      if k:sub(1, 2) ~= "__" and not met[k] then
        met[k] = true
        if rawtype(v) == "function" then methods[#methods + 1] = method(k, v, t) else fields[#fields + 1] = quote(k) end
      end
    end
  end
  add(t)
  local meta = getmeta(t)
  if meta and rawtype(rawget(meta, "__index")) == "table" then add(rawget(meta, "__index")) end
  return methods, fields
end

local function outline()
  local functions, classes, values = {}, {}, {}
  for _, name in ipairs(sorted(names)) do
    local v = names[name]
    if rawtype(v) == "function" then
      functions[#functions + 1] = method(name, v)
    elseif rawtype(v) == "table" then
      local methods, fields = members(v)
      if #methods > 0 then
        classes[#classes + 1] = '{"name":' .. quote(name) .. ',"new":[],"methods":[' .. concat(methods, ",") .. '],"fields":[' .. concat(fields, ",") .. '],"values":[]}'
      else
        values[#values + 1] = quote(name)
      end
    else
      values[#values + 1] = quote(name)
    end
  end
  return '{"functions":[' .. concat(functions, ",") .. '],"classes":[' .. concat(classes, ",") .. '],"values":[' .. concat(values, ",")
    .. '],"load":' .. (load and report(load) or "null") .. "}"
end

local function find(name)
  local v
  for part in name:gmatch("[^.]+") do
    if v == nil then v = names[part] else v = v[part] end
    if v == nil then return nil end
  end
  return v
end

local function given(a)
  if rawtype(a) ~= "table" then return a end
  if a["$game"] then return game end
  if a["$name"] then return find(a["$name"]) end
  if a["$tuple"] then return given(a["$tuple"]) end
  if a["$map"] then
    local made = {}
    for i = 1, a["$map"].n do made[given(a["$map"][i][1])] = given(a["$map"][i][2]) end
    return made
  end
  if a["$set"] then
    local made = {}
    for i = 1, a["$set"].n do made[given(a["$set"][i])] = true end
    return made
  end
  local made = {}
  if a.n then
    for i = 1, a.n do made[i] = given(a[i]) end
    return made
  end
  for k, v in pairs(a) do made[k] = given(v) end
  return made
end

local function answer(r)
  if r["do"] == "outline" then return "= " .. outline() end
  if r["do"] == "members" then
    local methods, fields = members(game)
    return '= {"methods":[' .. concat(methods, ",") .. '],"fields":[' .. concat(fields, ",") .. "]}"
  end
  if r["do"] == "text" then return "= " .. write(tostring(game)) end
  if r["do"] == "get" then
    if not r.name then return "= " .. write(game) end
    if r.name == "*" then
      if r.on then return "= " .. fieldsOf(game, 0) end
      local made = {}
      for _, k in ipairs(sorted(_G)) do
        local v = _G[k]
        if not before[k] and rawtype(v) ~= "function" then made[#made + 1] = quote(k) .. ":" .. write(v) end
      end
      for k, t in pairs(names) do
        if rawtype(t) == "table" and package.loaded[k] == t then
          for _, f in ipairs(sorted(t)) do
            if rawtype(t[f]) ~= "function" and f:sub(1, 2) ~= "__" then made[#made + 1] = quote(k .. "." .. f) .. ":" .. write(t[f]) end
          end
        end
      end
      return "= {" .. concat(made, ",") .. "}"
    end
    if r.on then
      return "= " .. write(game[r.name])
    end
    local v = rawget(_G, r.name)
    if v == nil then v = find(r.name) end
    if r.keep then game = v end
    return "= " .. write(v)
  end
  local f, method = nil, false
  if r.on then
    f = game[r.name]
  else
    f = find(r.name)
  end
  if f == nil and not r.on then -- of a module, by its name alone
    for _, t in pairs(names) do
      if f == nil and rawtype(t) == "table" then f = rawget(t, r.name) end
    end
  end
  if rawtype(f) ~= "function" then return "? " .. r.name end
  local args, n = {}, r.args.n
  for i = 1, n do args[i] = given(r.args[i]) end
  local names_ = takes(f)
  if r.on and names_[1] == "self" then
    table.insert(args, 1, game)
    n = n + 1
  end
  local results = table.pack(f(unpack(args, 1, n)))
  if r.keep then game = results[1] end
  local text
  if results.n <= 1 then
    text = write(results[1])
  else
    local list = {}
    for i = 1, results.n do list[i] = write(results[i]) end
    text = "[" .. concat(list, ",") .. "]"
  end
  if r.back then
    local list = {}
    for i = 1, n do list[i] = write(args[i]) end
    text = "[" .. text .. ",[" .. concat(list, ",") .. "]]"
  end
  return "= " .. text
end

fresh()
local held, hold = {}, settings.hold or 1
local function flush()
  stdout:write(concat(held))
  stdout:flush()
  held = {}
end
for line in function() return stdin:read("l") end do
  local r = parse(line)
  if r["do"] == "fresh" then
    fresh()
    held[#held + 1] = "= null\n"
    flush()
  else
    local ok, text = pcall(answer, r)
    held[#held + 1] = (ok and text or "! " .. report(failure(text))) .. "\n"
    if #held >= hold then flush() end
  end
end
flush()
